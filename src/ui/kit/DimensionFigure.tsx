import type { FigureLettering, FigurePart } from '@/core/dimension/figure';
import { hexOf, rgbOf } from '@/core/dxf/colour';
import { dashList } from '@/core/geometry/pattern';
import { specimen } from '@/core/lettering/specimen';
import type { DimensionSetting } from '@/core/standard/dimension-settings';
import { FAMILIES } from '../sheet/fonts';

/** CSS pixels of a mm. */
const PX_PER_MM = 96 / 25.4;
/** Pen of parts that take the dimension's own. */
const OWN_PEN_MM = 0.18;

export interface FigureLabel {
  readonly setting: DimensionSetting;
  readonly words: string;
  /** Where the words stand, and what they point at, mm. */
  readonly at: readonly [number, number];
  readonly to: readonly [number, number];
}

interface Props {
  readonly parts: readonly FigurePart[];
  /** The lines of the object that is dimensioned. */
  readonly object?: readonly (readonly number[])[];
  readonly circles?: readonly { readonly at: readonly [number, number]; readonly radius: number }[];
  readonly labels?: readonly FigureLabel[];
  readonly lettering: FigureLettering;
  /** Elements of a linetype by its name, mm. */
  readonly elementsOf: (linetype: string) => readonly number[];
  /** What of the paper is shown, mm, y up: left, bottom, width, height. */
  readonly box: readonly [number, number, number, number];
  readonly zoom?: number;
  readonly label: string;
  readonly chosen?: DimensionSetting | null;
  readonly onPick?: (setting: DimensionSetting) => void;
}

/** A dimension's figure at its size on paper; a part that is touched names its setting. */
export function DimensionFigure({
  parts,
  object = [],
  circles = [],
  labels = [],
  lettering,
  elementsOf,
  box: [left, bottom, width, height],
  zoom = 1,
  label,
  chosen = null,
  onPick,
}: Props) {
  const top = bottom + height;
  const x = (value: number): number => value - left;
  const y = (value: number): number => top - value;
  const d = (points: readonly number[], close = false): string => {
    let path = '';
    for (let i = 0; i < points.length; i += 2)
      path += `${i === 0 ? 'M' : 'L'}${x(points[i]).toFixed(3)} ${y(points[i + 1]).toFixed(3)}`;
    return close ? `${path}Z` : path;
  };
  return (
    <svg
      role="img"
      aria-label={label}
      width={width * PX_PER_MM * zoom}
      height={height * PX_PER_MM * zoom}
      viewBox={`0 0 ${width} ${height}`}
      className={`block h-auto max-w-full bg-white ${onPick ? '[&_g]:cursor-pointer' : ''}`}
      onPointerDown={(event) => {
        const touched = (event.target as Element).closest('[data-setting]');
        const setting = touched?.getAttribute('data-setting');
        if (setting) onPick?.(setting as DimensionSetting);
      }}
    >
      {object.map((points) => (
        <path key={points.join(' ')} d={d(points)} fill="none" stroke="#000" strokeWidth={0.5} />
      ))}
      {circles.map(({ at, radius }) => (
        <circle
          key={at.join(' ')}
          cx={x(at[0])}
          cy={y(at[1])}
          r={radius}
          fill="none"
          stroke="#000"
          strokeWidth={0.5}
        />
      ))}
      {parts.map((part, i) => (
        // The parts of a figure have no names: their place in the list is what they are.
        // biome-ignore lint/suspicious/noArrayIndexKey: the list is made anew with each change
        <g key={i} data-setting={part.setting}>
          <Part
            part={part}
            x={x}
            y={y}
            d={d}
            lettering={lettering}
            elementsOf={elementsOf}
            marked={part.setting === chosen}
            wide={Boolean(onPick)}
          />
        </g>
      ))}
      {labels.map(({ setting, words, at, to }) => (
        <g key={setting} data-setting={setting}>
          <path
            d={d([...at, ...to])}
            stroke="var(--color-verdigris)"
            strokeWidth={0.15}
            strokeDasharray="0.6 0.5"
            fill="none"
          />
          <circle cx={x(to[0])} cy={y(to[1])} r={0.45} fill="var(--color-verdigris)" />
          <text
            x={x(at[0])}
            y={y(at[1])}
            textAnchor={at[0] < to[0] ? 'end' : 'start'}
            dx={at[0] < to[0] ? -0.6 : 0.6}
            dy={0.9}
            fontSize={2.7}
            fontWeight={setting === chosen ? 700 : 400}
            fill="var(--color-verdigris-deep)"
          >
            {words}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Part({
  part,
  x,
  y,
  d,
  lettering,
  elementsOf,
  marked,
  wide,
}: Pick<Props, 'lettering' | 'elementsOf'> & {
  part: FigurePart;
  x: (value: number) => number;
  y: (value: number) => number;
  d: (points: readonly number[], close?: boolean) => string;
  marked: boolean;
  /** Thin lines can be touched from a little way off. */
  wide: boolean;
}) {
  const colour = marked
    ? 'var(--color-verdigris)'
    : part.colour === null || part.colour === 0
      ? '#000'
      : hexOf(rgbOf({ number: part.colour }));
  const penMm = (part.penMm ?? OWN_PEN_MM) + (marked ? 0.25 : 0);
  const stroke = { stroke: colour, strokeWidth: penMm, fill: 'none' } as const;
  const reach = { stroke: 'transparent', strokeWidth: 1.6, fill: 'none' } as const;
  if (part.kind === 'fill')
    return (
      <path
        d={d(part.points, true)}
        fill={part.colour === 0 && part.setting === 'textBackground' ? '#fff' : colour}
      />
    );
  if (part.kind === 'line') {
    let length = 0;
    for (let i = 2; i < part.points.length; i += 2)
      length += Math.hypot(part.points[i] - part.points[i - 2], part.points[i + 1] - part.points[i - 1]);
    const dashes = dashList(length, elementsOf(part.linetype), penMm);
    return (
      <>
        <path d={d(part.points)} {...stroke} strokeDasharray={dashes?.join(' ')} />
        {wide && <path d={d(part.points)} {...reach} />}
      </>
    );
  }
  if (part.kind === 'arc') {
    const [cx, cy] = part.centre;
    if (part.toDeg - part.fromDeg >= 360)
      return <circle cx={x(cx)} cy={y(cy)} r={part.radius} {...stroke} fill={part.full ? colour : 'none'} />;
    const at = (deg: number): string => {
      const angle = (deg * Math.PI) / 180;
      return `${x(cx + part.radius * Math.cos(angle)).toFixed(3)} ${y(cy + part.radius * Math.sin(angle)).toFixed(3)}`;
    };
    const large = part.toDeg - part.fromDeg > 180 ? 1 : 0;
    const path = `M${at(part.fromDeg)}A${part.radius} ${part.radius} 0 ${large} 0 ${at(part.toDeg)}`;
    return (
      <>
        <path d={path} {...stroke} />
        {wide && <path d={path} {...reach} />}
      </>
    );
  }
  const made = specimen(
    {
      face: lettering.face,
      heightMm: part.heightMm,
      widthFactor: lettering.widthFactor,
      slantDeg: 0,
      lineSpacing: 1.6,
      justification: 'left',
    },
    [part.text],
  );
  return (
    <g
      transform={`translate(${x(part.at[0])} ${y(part.at[1])}) rotate(${-part.angleDeg}) translate(0 ${-part.heightMm})`}
    >
      {wide && <rect width={made.widthMm} height={part.heightMm} fill="transparent" />}
      {made.path !== '' && (
        <path
          d={made.path}
          fill="none"
          stroke={colour}
          strokeWidth={Math.min(penMm + 0.07, part.heightMm / 10)}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      {made.texts.map((piece) => (
        <text
          key={`${piece.x}`}
          transform={`matrix(${piece.widthFactor} 0 0 1 ${piece.x} ${piece.y})`}
          fontSize={piece.sizeMm}
          fill={colour}
          style={{ fontFamily: FAMILIES[piece.face], fontWeight: piece.face === 'sans-bold' ? 600 : 400 }}
        >
          {piece.text}
        </text>
      ))}
    </g>
  );
}
