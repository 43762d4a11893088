import type { StrokeLook } from '@/core/audit/finding';
import { dashList, placesOf } from '@/core/geometry/pattern';
import { specimen } from '@/core/lettering/specimen';
import type { StandardLinetype } from '@/core/standard/definitions';
import { wordWidthMm } from '@/core/standard/line-words';

/** CSS pixels of a millimetre. */
const PX_PER_MM = 96 / 25.4;

/** A line as it prints: true width, colour and pattern. */
export function Stroke({
  look,
  words = [],
  width = 120,
  height = 18,
}: {
  look: StrokeLook;
  words?: StandardLinetype['words'];
  width?: number;
  height?: number;
}) {
  const px = Math.max(0.4, look.widthMm * PX_PER_MM);
  const lengthMm = (width - 8) / PX_PER_MM;
  const fitted = dashList(lengthMm, look.elementsMm, look.widthMm);
  return (
    <svg
      width={width}
      height={height}
      className={look.prints ? '' : 'opacity-45'}
      role="img"
      aria-label={formatStroke(look)}
    >
      <rect width={width} height={height} fill="#fff" />
      <line
        x1="4"
        x2={width - 4}
        y1={height / 2}
        y2={height / 2}
        stroke={look.colour}
        strokeWidth={px}
        strokeDasharray={fitted ? fitted.map((mm) => mm * PX_PER_MM).join(' ') : undefined}
      />
      {words.flatMap((word) =>
        placesOf(lengthMm, look.elementsMm, word.element).map((at) => {
          const gap = Math.abs(look.elementsMm[word.element] ?? 0);
          const x = 4 + (at - (gap + wordWidthMm(word.text, word.heightMm)) / 2) * PX_PER_MM;
          const y = height / 2 - (word.heightMm / 2) * PX_PER_MM;
          return (
            <path
              key={`${word.element} ${at}`}
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
              transform={`translate(${x} ${y}) scale(${PX_PER_MM})`}
              fill="none"
              stroke={look.colour}
              strokeWidth={Math.min(look.widthMm, word.heightMm / 8)}
              strokeLinecap="round"
            />
          );
        }),
      )}
    </svg>
  );
}

const formatStroke = (look: StrokeLook): string =>
  `Line of ${look.widthMm} mm, colour ${look.colour}, ${look.elementsMm.length > 0 ? 'broken' : 'unbroken'}${look.prints ? '' : ', does not print'}`;
