// Drawings for the benchmark as text; the same for the same count.

const LAYERS = 200;

const layers = (): string =>
  Array.from(
    { length: LAYERS },
    (_, i) =>
      `  0\nLAYER\n  5\n${(i + 16).toString(16)}\n330\n2\n100\nAcDbSymbolTableRecord\n100\nAcDbLayerTableRecord\n  2\nLAYER_${i}\n 70\n0\n 62\n${(i % 255) + 1}\n  6\nContinuous\n370\n25\n`,
  ).join('');

const HEAD = `  0\nSECTION\n  2\nHEADER\n  9\n$ACADVER\n  1\nAC1024\n  9\n$INSUNITS\n 70\n4\n  0\nENDSEC\n  0\nSECTION\n  2\nTABLES\n  0\nTABLE\n  2\nLAYER\n  5\n2\n100\nAcDbSymbolTable\n 70\n200\n${layers()}  0\nENDTAB\n  0\nENDSEC\n`;

/** Numbers that look like coordinates, the same each time. */
function coordinates(): () => number {
  let state = 1;
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return (state / 2147483648) * 1e5;
  };
}

const point = (code: number, x: number, y: number): string =>
  ` ${code}\n${x}\n ${code + 10}\n${y}\n ${code + 20}\n0.0\n`;

/** Writes objects one after the other. */
class Writer {
  readonly parts: string[] = [];

  /** @param handle the first one that is given; two writers of one file must not give the same */
  constructor(private handle = 4096) {}

  private readonly next = coordinates();
  count = 0;

  at(code: number): string {
    return ` ${code}\n${this.next()}\n ${code + 10}\n${this.next()}\n`;
  }
  number(): number {
    return this.next();
  }
  add(entity: string, subclass: string, body: string, layer = this.count % LAYERS): void {
    const own = this.count % 7 === 0 ? ` 62\n${(this.count % 200) + 1}\n` : '';
    this.parts.push(
      `  0\n${entity}\n  5\n${(this.handle++).toString(16).toUpperCase()}\n330\n1F\n100\nAcDbEntity\n  8\nLAYER_${layer}\n${own}100\n${subclass}\n${body}`,
    );
    this.count++;
  }
  line(): void {
    this.add('LINE', 'AcDbLine', `${this.at(10)} 30\n0.0\n${this.at(11)} 31\n0.0\n`);
  }
  lineFrom(x0: number, y0: number, x1: number, y1: number): void {
    this.add('LINE', 'AcDbLine', `${point(10, x0, y0)}${point(11, x1, y1)}`);
  }
  polyline(): void {
    this.add(
      'LWPOLYLINE',
      'AcDbPolyline',
      ` 90\n4\n 70\n1\n${this.at(10)}${this.at(10)}${this.at(10)}${this.at(10)}`,
    );
  }
  arc(): void {
    this.add(
      'ARC',
      'AcDbCircle',
      `${this.at(10)} 30\n0.0\n 40\n${this.number() / 100}\n100\nAcDbArc\n 50\n0.0\n 51\n90.0\n`,
    );
  }
  circle(): void {
    this.add('CIRCLE', 'AcDbCircle', `${this.at(10)} 30\n0.0\n 40\n${this.number() / 100}\n`);
  }
  text(): void {
    this.add(
      'TEXT',
      'AcDbText',
      `${this.at(10)} 30\n0.0\n 40\n250.0\n  1\nRoom ${this.count}\n100\nAcDbText\n`,
    );
  }
}

const entities = (writer: Writer): string =>
  `  0\nSECTION\n  2\nENTITIES\n${writer.parts.join('')}  0\nENDSEC\n  0\nEOF\n`;

/** Lines, polylines, arcs, circles and texts. */
export function plainDrawing(objects: number): string {
  const writer = new Writer();
  for (let i = 0; i < objects; i++) {
    if (i % 10 < 5) writer.line();
    else if (i % 10 < 7) writer.polyline();
    else if (i % 10 < 8) writer.arc();
    else if (i % 10 < 9) writer.circle();
    else writer.text();
  }
  return HEAD + entities(writer);
}

const SYMBOLS = 40;

/** What drawings from outside hold: dimensions with pictures, multi-line text, leaders, fills, nested symbols, attributes, frames. */
export function mixedDrawing(objects: number): string {
  const blocks = new Writer();
  const model = new Writer(0x1000000);
  const begin = (name: string): void => {
    blocks.parts.push(
      `  0\nBLOCK\n  5\n${(0x800000 + blocks.count).toString(16).toUpperCase()}\n100\nAcDbEntity\n  8\n0\n100\nAcDbBlockBegin\n  2\n${name}\n 70\n0\n 10\n0.0\n 20\n0.0\n 30\n0.0\n  3\n${name}\n  1\n\n`,
    );
  };
  const end = (): void => void blocks.parts.push('  0\nENDBLK\n100\nAcDbEntity\n  8\n0\n100\nAcDbBlockEnd\n');
  const place = (into: Writer, symbol: string, more = ''): void =>
    into.add(
      'INSERT',
      'AcDbBlockReference',
      `${more}  2\n${symbol}\n${into.at(10)} 30\n0.0\n 41\n1.5\n 42\n1.5\n 50\n30.0\n`,
    );
  for (let i = 0; i < SYMBOLS; i++) {
    begin(`SYMBOL_${i}`);
    for (let k = 0; k < 8; k++) blocks.line();
    blocks.circle();
    // Symbols in symbols, four deep at the most.
    if (i % 4 !== 0) place(blocks, `SYMBOL_${i - 1}`);
    end();
  }
  let dimensions = 0;
  for (let i = 0; model.count + blocks.count < objects; i++)
    switch (i % 20) {
      case 6:
      case 7:
        model.polyline();
        break;
      case 8:
        model.arc();
        break;
      case 9:
        model.circle();
        break;
      case 10:
      case 11:
        model.text();
        break;
      case 12:
        model.add(
          'MTEXT',
          'AcDbMText',
          `${model.at(10)} 30\n0.0\n 40\n250.0\n 41\n6000.0\n 71\n1\n 72\n5\n  1\n{\\H1.2x;Note ${i}} on the \\Lquay\\l wall,\\Psee sheet ${i % 30}\n`,
        );
        break;
      case 13:
      case 14:
        place(model, `SYMBOL_${i % SYMBOLS}`);
        break;
      case 15:
        place(model, `SYMBOL_${i % SYMBOLS}`, ' 66\n1\n');
        for (const tag of ['TYPE', 'NUMBER'])
          model.add(
            'ATTRIB',
            'AcDbText',
            `${model.at(10)} 30\n0.0\n 40\n200.0\n  1\n${tag} ${i}\n100\nAcDbAttribute\n  2\n${tag}\n 70\n0\n`,
          );
        model.parts.push('  0\nSEQEND\n100\nAcDbEntity\n  8\n0\n');
        break;
      case 16: {
        const [x, y] = [model.number(), model.number()];
        const corner = (dx: number, dy: number): string => ` 10\n${x + dx}\n 20\n${y + dy}\n`;
        model.add(
          'HATCH',
          'AcDbHatch',
          ` 10\n0.0\n 20\n0.0\n 30\n0.0\n210\n0.0\n220\n0.0\n230\n1.0\n  2\nLINES\n 70\n0\n 71\n0\n 91\n1\n 92\n3\n 72\n0\n 73\n1\n 93\n4\n${corner(0, 0)}${corner(900, 0)}${corner(900, 700)}${corner(0, 700)} 97\n0\n 75\n0\n 76\n1\n 52\n45.0\n 41\n1.0\n 77\n0\n 78\n1\n 53\n45.0\n 43\n0.0\n 44\n0.0\n 45\n-53.0\n 46\n53.0\n 79\n0\n 98\n0\n`,
        );
        break;
      }
      case 17: {
        // As long as callouts are: 30 mm at 1:100.
        const [x, y] = [model.number(), model.number()];
        model.add(
          'LEADER',
          'AcDbLeader',
          `  3\nStandard\n 71\n1\n 72\n0\n 73\n3\n 74\n0\n 75\n0\n 40\n0.0\n 41\n0.0\n 76\n3\n${point(10, x, y)}${point(10, x + 2000, y + 1500)}${point(10, x + 2600, y + 1500)}`,
        );
        break;
      }
      case 18: {
        const name = `*D${++dimensions}`;
        const [x, y] = [model.number(), model.number()];
        begin(name);
        blocks.lineFrom(x, y + 100, x, y + 1350);
        blocks.lineFrom(x + 4000, y + 100, x + 4000, y + 1350);
        blocks.lineFrom(x, y + 1200, x + 4000, y + 1200);
        for (const end of [x, x + 4000]) blocks.lineFrom(end - 100, y + 1100, end + 100, y + 1300);
        blocks.add(
          'TEXT',
          'AcDbText',
          `${point(10, x + 1700, y + 1280)} 40\n250.0\n  1\n4000\n100\nAcDbText\n`,
        );
        end();
        model.add(
          'DIMENSION',
          'AcDbDimension',
          `  2\n${name}\n${point(10, x + 4000, y + 1200)}${point(11, x + 2000, y + 1400)} 70\n32\n  3\nStandard\n100\nAcDbAlignedDimension\n${point(13, x, y)}${point(14, x + 4000, y)}100\nAcDbRotatedDimension\n`,
        );
        break;
      }
      case 19: {
        // A frame, as sheets in the model have them.
        const [x, y] = [model.number(), model.number()];
        model.add(
          'LWPOLYLINE',
          'AcDbPolyline',
          ` 90\n4\n 70\n1\n 10\n${x}\n 20\n${y}\n 10\n${x + 42_000}\n 20\n${y}\n 10\n${x + 42_000}\n 20\n${y + 29_700}\n 10\n${x}\n 20\n${y + 29_700}\n`,
        );
        break;
      }
      default:
        model.line();
    }
  return `${HEAD}  0\nSECTION\n  2\nBLOCKS\n${blocks.parts.join('')}  0\nENDSEC\n${entities(model)}`;
}

/** Layers that the colours are spread over: very many on one would be one cause, and one finding. */
export const COLOURED_LAYERS = 5;

/** Objects on few layers with so many colours of their own that each makes a finding. */
export function colouredDrawing(objects: number, colours: number): string {
  const writer = new Writer();
  for (let i = 0; i < objects; i++)
    writer.parts.push(
      `  0\nLINE\n  5\n${(i + 4096).toString(16).toUpperCase()}\n330\n1F\n100\nAcDbEntity\n  8\nLAYER_${i % COLOURED_LAYERS}\n 62\n${(i % colours) + 1}\n100\nAcDbLine\n${writer.at(10)} 30\n0.0\n${writer.at(11)} 31\n0.0\n`,
    );
  return HEAD + entities(writer);
}
