import { specimen } from '@/core/lettering/specimen';
import type { StandardLinetype } from '@/core/standard/definitions';
import type { StandardTextStyle } from '@/core/standard/lettering';
import type { LineMark } from '@/core/standard/line-marks';
import { layLinetype } from '@/core/standard/line-preview';
import { PX_PER_MM, SpecimenLetters } from './Specimen';

/** A word has one line: how lines follow one another says nothing. */
const PLAIN_LINES = { lineSpacing: 1.6, justification: 'left' } as const;

interface Props {
  readonly linetype: StandardLinetype;
  readonly symbols: readonly LineMark[];
  /** Text styles that its words can name. */
  readonly styles: readonly StandardTextStyle[];
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
  styles,
  paths,
  widthMm,
  heightMm,
  scale = 100,
  penMm = 0.35,
  zoom = 1,
}: Props) {
  const made = layLinetype(linetype, symbols, paths, scale, penMm, styles);
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
        <g
          key={`${word.x} ${word.y}`}
          transform={`translate(${word.x} ${y(word.y)}) rotate(${(-word.angleRad * 180) / Math.PI}) translate(0 ${-word.heightMm})`}
        >
          <SpecimenLetters
            made={specimen({ ...word.look, heightMm: word.heightMm, ...PLAIN_LINES }, [word.text])}
            penMm={penMm}
          />
        </g>
      ))}
    </svg>
  );
}

/** A line mark by itself, in a box of its own, the line through it. */
export function SymbolPicture({
  strokes,
  sizeMm = 8,
  enlarged = false,
}: {
  strokes: readonly (readonly number[])[];
  sizeMm?: number;
  /** As large as the box takes it, drawn with a fine pen. */
  enlarged?: boolean;
}) {
  const reach = Math.max(...strokes.flat().map(Math.abs));
  const half = enlarged ? reach * 1.25 : sizeMm / 2;
  const penMm = enlarged ? half / 40 : 0.25;
  return (
    <svg
      aria-hidden="true"
      width={sizeMm * PX_PER_MM}
      height={sizeMm * PX_PER_MM}
      viewBox={`${-half} ${-half} ${2 * half} ${2 * half}`}
      className="block bg-white"
    >
      <path d={`M${-half} 0H${half}`} stroke="var(--color-hairline)" strokeWidth={penMm} />
      {strokes.map((stroke) => (
        <polyline
          key={stroke.join(' ')}
          points={stroke.map((value, i) => (i % 2 === 0 ? value : -value)).join(' ')}
          stroke="#000"
          strokeWidth={penMm}
          fill="none"
        />
      ))}
    </svg>
  );
}
