import type { CSSProperties } from 'react';
import { type Specimen as Made, type SpecimenStyle, specimen } from '@/core/lettering/specimen';
import { FAMILIES } from '../sheet/fonts';

/** CSS pixels of a mm, as style sheets take it. */
export const PX_PER_MM = 96 / 25.4;

/** Lettering at its size on paper; the drafting alphabet with a pen of its true width. */
export function Specimen({
  style,
  lines,
  penMm,
  label,
  maxWidthMm,
}: {
  style: SpecimenStyle;
  lines: readonly string[];
  penMm: number;
  label: string;
  /** Shrinks what is wider; it is said then. */
  maxWidthMm?: number;
}) {
  const made = specimen(style, lines);
  const margin = penMm + 0.3;
  const width = made.widthMm + 2 * margin;
  const height = made.heightMm + 2 * margin;
  const shrink = maxWidthMm && width > maxWidthMm ? maxWidthMm / width : 1;
  return (
    <span className="inline-flex items-center gap-2">
      <svg
        role="img"
        aria-label={label}
        width={width * PX_PER_MM * shrink}
        height={height * PX_PER_MM * shrink}
        viewBox={`${-margin} ${-margin} ${width} ${height}`}
      >
        <SpecimenLetters made={made} penMm={penMm} />
      </svg>
      {shrink < 1 && <span className="text-[11.5px] text-ink-3">shown at {Math.round(shrink * 100)} %</span>}
    </span>
  );
}

/** The letters of a specimen, in an SVG whose unit is the mm. */
export const SpecimenLetters = ({ made, penMm }: { made: Made; penMm: number }) => (
  <>
    {made.path !== '' && (
      <path
        d={made.path}
        fill="none"
        stroke="#000"
        strokeWidth={penMm}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    )}
    {made.texts.map((piece) => (
      <text
        key={`${piece.x} ${piece.y}`}
        transform={`matrix(${piece.widthFactor} 0 ${-Math.tan((piece.slantDeg * Math.PI) / 180)} 1 ${piece.x} ${piece.y})`}
        fontSize={piece.sizeMm}
        style={
          {
            fontFamily: FAMILIES[piece.face],
            fontWeight: piece.face === 'sans-bold' ? 600 : 400,
          } as CSSProperties
        }
      >
        {piece.text}
      </text>
    ))}
  </>
);
