import { useMemo } from 'react';
import { hexOf, rgbOf } from '@/core/dxf/colour';
import { hatchPieces } from '@/core/geometry/hatch';
import { familiesOf, type StandardFill } from '@/core/standard/fills';

/** CSS pixels of a mm. */
const PX_PER_MM = 96 / 25.4;
const PEN_MM = 0.18;
/** More lines than this are shown as a grey: they would print as one. */
const MOST_PIECES = 6000;

interface Props {
  readonly fill: StandardFill;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Model units in mm to one mm on paper, for fills of the model. */
  readonly scale: number;
  /** Turns the shape, and with it what follows its host. */
  readonly turnDeg?: number;
  /** A hole in the shape, and the letters it keeps clear. */
  readonly island?: boolean;
  readonly bar?: boolean;
  readonly zoom?: number;
}

/** A fill as it prints, in a shape; with an island, and a bar of 10 mm or of its length in the model. */
export function FillSwatch({
  fill,
  widthMm,
  heightMm,
  scale,
  turnDeg = 0,
  island = false,
  bar = false,
  zoom = 1,
}: Props) {
  const inModel = fill.basis === 'model';
  const shape = useMemo(() => {
    const turn = (x: number, y: number): number[] => {
      const angle = (turnDeg * Math.PI) / 180;
      const [cx, cy] = [widthMm / 2, heightMm / 2];
      const [dx, dy] = [x - cx, y - cy];
      return [
        cx + dx * Math.cos(angle) - dy * Math.sin(angle),
        cy + dx * Math.sin(angle) + dy * Math.cos(angle),
      ];
    };
    const inset = turnDeg === 0 ? 1 : heightMm * 0.2;
    const box = (x: number, y: number, w: number, h: number): number[] => [
      ...turn(x, y),
      ...turn(x + w, y),
      ...turn(x + w, y + h),
      ...turn(x, y + h),
    ];
    const outer = box(inset, inset, widthMm - 2 * inset, heightMm - 2 * inset);
    const inner = island ? [box(widthMm * 0.58, heightMm * 0.3, widthMm * 0.22, heightMm * 0.4)] : [];
    return { outer, inner, corner: [outer[0], outer[1]] as const };
  }, [widthMm, heightMm, turnDeg, island]);
  const keepsClear = island && fill.clearOfText;
  const label = useMemo(
    () => (keepsClear ? [widthMm * 0.14, heightMm * 0.4, widthMm * 0.34, heightMm * 0.2] : null),
    [keepsClear, widthMm, heightMm],
  );
  const pieces = useMemo(() => {
    if (fill.kind !== 'lines') return new Float64Array();
    const loops = [shape.outer, ...shape.inner];
    if (label) {
      const [x, y, w, h] = label;
      loops.push([x, y, x + w, y, x + w, y + h, x, y + h]);
    }
    const size = inModel ? 1 / scale : 1;
    const [ox, oy] = fill.origin === 'host' ? shape.corner : [0, 0];
    const all: number[] = [];
    for (const family of familiesOf(fill, size, fill.angle === 'host' ? turnDeg : 0)) {
      const moved = { ...family, baseX: family.baseX + ox, baseY: family.baseY + oy };
      const found = hatchPieces(loops, moved, MOST_PIECES);
      if (!found) return null;
      for (const value of found) all.push(value);
    }
    return Float64Array.from(all);
  }, [fill, shape, label, scale, turnDeg, inModel]);
  const colour = fill.colour === null ? '#000' : hexOf(rgbOf({ number: fill.colour }));
  const y = (value: number): number => heightMm - value;
  const path = (points: ArrayLike<number>, close: boolean): string => {
    let d = '';
    for (let i = 0; i < points.length; i += 2)
      d += `${i === 0 ? 'M' : 'L'}${points[i].toFixed(3)} ${y(points[i + 1]).toFixed(3)}`;
    return close ? `${d}Z` : d;
  };
  const loops = [shape.outer, ...shape.inner].map((loop) => path(loop, true)).join('');
  let lines = '';
  if (pieces)
    for (let i = 0; i < pieces.length; i += 4) {
      const dot = Math.hypot(pieces[i + 2] - pieces[i], pieces[i + 3] - pieces[i + 1]) < 1e-6;
      lines += path([pieces[i], pieces[i + 1], pieces[i + 2] + (dot ? PEN_MM : 0), pieces[i + 3]], false);
    }
  const id = `ramp-${fill.name}-${fill.gradientDeg}`.replace(/[^\w-]/g, '');
  const second = fill.secondColour === null ? '#fff' : hexOf(rgbOf({ number: fill.secondColour }));
  const below = bar ? 4 : 0;
  return (
    <svg
      role="img"
      aria-label={`${fill.name || 'The fill'}${pieces === null ? ', too fine to be told from grey' : ''}`}
      width={widthMm * PX_PER_MM * zoom}
      height={(heightMm + below) * PX_PER_MM * zoom}
      viewBox={`0 0 ${widthMm} ${heightMm + below}`}
      className="block h-auto max-w-full bg-white"
    >
      {fill.kind === 'gradient' && (
        <linearGradient id={id} gradientTransform={`rotate(${-fill.gradientDeg} 0.5 0.5)`}>
          <stop offset="0" stopColor={colour} />
          <stop offset="1" stopColor={second} />
        </linearGradient>
      )}
      {(fill.kind !== 'lines' || pieces === null) && (
        <path
          d={`${loops}${label && fill.kind !== 'lines' ? `M${label[0]} ${y(label[1])}h${label[2]}v${-label[3]}h${-label[2]}Z` : ''}`}
          fillRule="evenodd"
          fill={pieces === null ? '#8d989e' : fill.kind === 'gradient' ? `url(#${id})` : colour}
        />
      )}
      <path d={lines} stroke={colour} strokeWidth={PEN_MM} fill="none" />
      <path d={loops} stroke="#000" strokeWidth={0.35} fill="none" />
      {island && (
        <text x={widthMm * 0.31} y={heightMm / 2 + 0.9} fontSize={2.5} textAnchor="middle">
          +3.20
        </text>
      )}
      {bar && (
        <g>
          <path
            d={`M1 ${heightMm + 1.2}h10M1 ${heightMm + 0.5}v1.4M11 ${heightMm + 0.5}v1.4`}
            stroke="#000"
            strokeWidth={0.2}
          />
          <text x={12.5} y={heightMm + 2.1} fontSize={2.2}>
            {inModel ? `${10 * scale} mm in the model, 1:${scale}` : '10 mm on paper'}
          </text>
        </g>
      )}
    </svg>
  );
}
