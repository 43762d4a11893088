import { specimen } from '@/core/lettering/specimen';
import type { LineMark } from '@/core/standard/line-marks';
import { layLinetype } from '@/core/standard/line-preview';
import type { StandardLinetype } from '@/core/standard/standard';

/** CSS pixels of a mm. */
const PX_PER_MM = 96 / 25.4;

interface Props {
  readonly linetype: StandardLinetype;
  readonly symbols: readonly LineMark[];
  /** Each x, y, x, y …, mm on paper, y up. */
  readonly paths: readonly (readonly number[])[];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly scale?: number;
  readonly penMm?: number;
  readonly zoom?: number;
}

/** A linetype along paths, at its size on paper, with its words and symbols. */
export function LinePaths({
  linetype,
  symbols,
  paths,
  widthMm,
  heightMm,
  scale = 100,
  penMm = 0.35,
  zoom = 1,
}: Props) {
  const made = layLinetype(linetype, symbols, paths, scale, penMm);
  const y = (value: number): number => heightMm - value;
  const d = (points: readonly number[]): string => {
    let path = '';
    for (let i = 0; i < points.length; i += 2)
      path += `${i === 0 ? 'M' : 'L'}${points[i].toFixed(3)} ${y(points[i + 1]).toFixed(3)}`;
    return path;
  };
  return (
    <svg
      role="img"
      aria-label={`${linetype.name || 'The line'}${made.unbroken ? ', too short here to show its pattern' : ''}`}
      width={widthMm * PX_PER_MM * zoom}
      height={heightMm * PX_PER_MM * zoom}
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      className="block h-auto max-w-full bg-white"
    >
      <path
        d={made.dashes.map(d).join('')}
        stroke="#000"
        strokeWidth={penMm}
        fill="none"
        strokeLinejoin="round"
      />
      <path
        d={made.symbols.map(d).join('')}
        stroke="#000"
        strokeWidth={penMm}
        fill="none"
        strokeLinejoin="round"
      />
      {made.words.map((word) => (
        <path
          key={`${word.x} ${word.y}`}
          d={
            specimen(
              {
                face: 'stroke',
                heightMm: word.heightMm,
                widthFactor: 1,
                slantDeg: 0,
                lineSpacing: 1.6,
                justification: 'left',
              },
              [word.text],
            ).path
          }
          transform={`translate(${word.x} ${y(word.y)}) rotate(${(-word.angleRad * 180) / Math.PI}) translate(0 ${-word.heightMm})`}
          fill="none"
          stroke="#000"
          strokeWidth={Math.min(penMm, word.heightMm / 8)}
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}

/** A line mark by itself, in a box of its own. */
export function SymbolPicture({
  strokes,
  sizeMm = 8,
}: {
  strokes: readonly (readonly number[])[];
  sizeMm?: number;
}) {
  const half = sizeMm / 2;
  return (
    <svg
      aria-hidden="true"
      width={sizeMm * PX_PER_MM}
      height={sizeMm * PX_PER_MM}
      viewBox={`${-half} ${-half} ${sizeMm} ${sizeMm}`}
      className="block bg-white"
    >
      <path d={`M${-half} 0H${half}`} stroke="var(--color-hairline)" strokeWidth={0.15} />
      {strokes.map((stroke) => (
        <polyline
          key={stroke.join(' ')}
          points={stroke.map((value, i) => (i % 2 === 0 ? value : -value)).join(' ')}
          stroke="#000"
          strokeWidth={0.25}
          fill="none"
        />
      ))}
    </svg>
  );
}
