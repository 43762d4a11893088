/** A small symbol of strokes under a number: x, y, x, y … of each stroke, mm. */
interface NumberedSymbol {
  readonly name: string;
  readonly number: number;
  readonly strokes: readonly (readonly number[])[];
}

/** First bytes of a file of compiled shapes, as every reader of such files asks. */
const SIGNATURE = 'AutoCAD-86 shapes 1.0\r\n\x1a';
/** Steps to a mm: coordinates are whole steps. */
const STEPS = 100;
/** A shape holds at most this many bytes. */
const MOST_BYTES = 2000;

const PEN_DOWN = 1;
const PEN_UP = 2;
const DIVIDE = 3;
const MULTIPLY = 4;
const MOVES = 9;

/**
 * The symbols of lines as a file of compiled shapes, which drawings name beside their linetypes.
 * Form: signature; first and last number, count; number and length of each; name, codes; an end mark. Numbers are 16
 * bits, the low byte first. Source: the published description of shape files; python3-ezdxf reads it in our tests.
 */
export function shapeFile(marks: readonly NumberedSymbol[]): Uint8Array {
  const sorted = [...marks].sort((a, b) => a.number - b.number);
  const records = sorted.map((mark) => record(mark));
  const word = (value: number): number[] => [value & 255, value >> 8];
  const bytes = [
    ...ascii(SIGNATURE),
    ...word(sorted[0]?.number ?? 0),
    ...word(sorted.at(-1)?.number ?? 0),
    ...word(sorted.length),
    ...sorted.flatMap(({ number }, i) => [...word(number), ...word(records[i].length)]),
    ...records.flat(),
    ...ascii('EOF'),
  ];
  return Uint8Array.from(bytes);
}

const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0) & 127);

/** Name in capitals without accents, and the strokes as moves; coarser where a symbol has too many. */
function record(mark: NumberedSymbol): number[] {
  const name = mark.name
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]/g, '')
    .toUpperCase();
  const head = [...ascii(name || `S${mark.number}`), 0];
  for (let every = 1; ; every++) {
    const codes = [...head, ...codesOf(mark, every)];
    if (codes.length <= MOST_BYTES || every > 64) return codes;
  }
}

function codesOf(mark: NumberedSymbol, every: number): number[] {
  const codes: number[] = [DIVIDE, STEPS];
  let [x, y] = [0, 0];
  const move = (toX: number, toY: number, out: number[]): void => {
    const [goalX, goalY] = [Math.round(toX * STEPS), Math.round(toY * STEPS)];
    // One move goes at most 127 steps either way.
    const parts = Math.max(1, Math.ceil(Math.max(Math.abs(goalX - x), Math.abs(goalY - y)) / 127));
    const [fromX, fromY] = [x, y];
    for (let i = 1; i <= parts; i++) {
      const nextX = Math.round(fromX + ((goalX - fromX) * i) / parts);
      const nextY = Math.round(fromY + ((goalY - fromY) * i) / parts);
      if (nextX === x && nextY === y) continue;
      out.push((nextX - x) & 255, (nextY - y) & 255);
      [x, y] = [nextX, nextY];
    }
  };
  const run = (mode: number, points: readonly (readonly [number, number])[]): void => {
    const moves: number[] = [];
    for (const [px, py] of points) move(px, py, moves);
    if (moves.length > 0) codes.push(mode, MOVES, ...moves, 0, 0);
  };
  for (const stroke of mark.strokes) {
    const points: [number, number][] = [];
    for (let i = 0; i < stroke.length; i += 2)
      if (i % (2 * every) === 0 || i === stroke.length - 2) points.push([stroke[i], stroke[i + 1]]);
    run(PEN_UP, points.slice(0, 1));
    run(PEN_DOWN, points.slice(1));
  }
  // The next thing drawn begins where a shape ends: its origin.
  run(PEN_UP, [[0, 0]]);
  codes.push(MULTIPLY, STEPS, 0);
  return codes;
}
