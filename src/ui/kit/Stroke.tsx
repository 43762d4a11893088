import type { StrokeLook } from '@/core/audit/finding';

/** CSS pixels of a millimetre. */
const PX_PER_MM = 96 / 25.4;

/** A line as it prints: true width, colour and pattern. */
export function Stroke({
  look,
  width = 120,
  height = 18,
}: {
  look: StrokeLook;
  width?: number;
  height?: number;
}) {
  const px = Math.max(0.4, look.widthMm * PX_PER_MM);
  const dashes = look.elementsMm.map((length) =>
    Math.max(Math.abs(length) * PX_PER_MM, length === 0 ? px : 0),
  );
  return (
    <svg
      width={width}
      height={height}
      className={look.prints ? '' : 'opacity-45'}
      role="img"
      aria-label={sayStroke(look)}
    >
      <rect width={width} height={height} fill="#fff" />
      <line
        x1="4"
        x2={width - 4}
        y1={height / 2}
        y2={height / 2}
        stroke={look.colour}
        strokeWidth={px}
        strokeDasharray={dashes.length > 0 ? dashes.join(' ') : undefined}
      />
    </svg>
  );
}

const sayStroke = (look: StrokeLook): string =>
  `Line of ${look.widthMm} mm, colour ${look.colour}, ${look.elementsMm.length > 0 ? 'broken' : 'unbroken'}${look.prints ? '' : ', does not print'}`;
