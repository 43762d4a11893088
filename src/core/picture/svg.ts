import type { Face } from '../dxf/fonts';
import { NO_HIGHLIGHTS } from './highlights';
import { paint } from './paint';
import { type ColourMode, type PaintOptions, type Scene, withFamilies } from './pass';
import { PathWriter, round } from './path-writer';
import type { Ramp, Surface } from './surface';

export interface SvgOptions {
  readonly colours: ColourMode;
  /** Fonts to carry in the file: for each face its family's name and the bytes in base64 with their kind. */
  /** Faces for other scripts, by names of their own. */
  readonly scripts?: readonly { readonly family: string; readonly mime: string; readonly base64: string }[];
  readonly fonts: readonly {
    readonly face: Exclude<Face, 'stroke'>;
    readonly mime: string;
    readonly base64: string;
  }[];
  readonly title: string;
}

export const SVG_FAMILIES: PaintOptions['families'] = {
  sans: 'zinc-sans',
  'sans-bold': 'zinc-sans',
  serif: 'zinc-serif',
  mono: 'zinc-mono',
};

/** Paper mm about a model, which has no sheet of its own. */
const MARGIN_MM = 5;

/** What part of a scene is a page: its corner and size in picture units. */
export function pageOf(scene: Scene): { x: number; y: number; width: number; height: number } {
  const { paper, matter, bounds, mmPerUnit } = scene.picture.head;
  if (paper) return paper;
  const margin = MARGIN_MM / mmPerUnit;
  const [x0, y0, x1, y1] = matter?.box ?? bounds ?? [0, 0, 0, 0];
  return { x: x0 - margin, y: y0 - margin, width: x1 - x0 + 2 * margin, height: y1 - y0 + 2 * margin };
}

/** Painting options for paper: nothing is made wider, coarser or greyer than it prints. */
export const paperOptions = (colours: ColourMode, families: PaintOptions['families']): PaintOptions => ({
  colours,
  highlights: NO_HIGHLIGHTS,
  highlightColour: '#000',
  paper: '#fff',
  families,
  showNonPrinting: false,
  hidden: new Set(),
  thinnestPx: 0,
  readablePx: 0,
  speckPx: 0,
});

/** The scene as an SVG at true size: one unit of its view box is one mm on paper. */
export function toSvg(scene: Scene, options: SvgOptions): string {
  const { mmPerUnit } = scene.picture.head;
  const page = pageOf(scene);
  const width = page.width * mmPerUnit;
  const height = page.height * mmPerUnit;
  const surface = new SvgSurface();
  paint(
    surface,
    scene,
    {
      scale: mmPerUnit,
      x: -page.x * mmPerUnit,
      y: (page.y + page.height) * mmPerUnit,
      widthPx: width,
      heightPx: height,
    },
    paperOptions(
      options.colours,
      withFamilies(
        SVG_FAMILIES,
        (options.scripts ?? []).map(({ family }) => family),
      ),
    ),
  );
  const scripts = (options.scripts ?? [])
    .map(
      ({ family, mime, base64 }) =>
        `@font-face{font-family:${family};font-weight:100 900;src:url(data:${mime};base64,${base64})}`,
    )
    .join('');
  const isUsed = (face: Exclude<Face, 'stroke'>): boolean =>
    [...surface.used].some((font) => font === fontOf(face) || font.startsWith(`${fontOf(face)}, `));
  const faces = options.fonts
    .filter(({ face }) => isUsed(face))
    .map(
      ({ face, mime, base64 }) =>
        `@font-face{font-family:${SVG_FAMILIES[face]};font-weight:${face === 'sans-bold' ? 600 : 400};src:url(data:${mime};base64,${base64})}`,
    )
    .join('');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(height)}mm" viewBox="0 0 ${round(width)} ${round(height)}">
<title>${escapeXml(options.title)}</title>
<defs>${faces + scripts ? `<style>${faces}${scripts}</style>` : ''}${surface.definitions.join('')}</defs>
<rect width="${round(width)}" height="${round(height)}" fill="#fff"/>
${surface.done()}
</svg>
`;
}

const fontOf = (face: Exclude<Face, 'stroke'>): string =>
  `${face === 'sans-bold' ? '600 ' : ''}${SVG_FAMILIES[face]}`;

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Text for XML, which has no place for control characters. */
const escapeXml = (text: string): string =>
  [...text].map((character) => ENTITIES[character] ?? (character < ' ' ? ' ' : character)).join('');

interface State {
  readonly groups: number;
  readonly alpha: number;
  readonly dash: readonly number[];
  readonly matrix: readonly number[];
}

class SvgRamp implements Ramp {
  readonly stops: string[] = [];
  constructor(readonly id: string) {}
  addColorStop(at: number, colour: string): void {
    this.stops.push(`<stop offset="${round(at)}" stop-color="${colour}"/>`);
  }
}

/** A surface that writes down what is drawn on it as SVG. Paths are given in its own units, only text is transformed. */
class SvgSurface extends PathWriter implements Surface {
  readonly definitions: string[] = [];
  /** Fonts that something was set in. */
  readonly used = new Set<string>();
  private readonly parts: string[] = [];
  private readonly ramps: { ramp: SvgRamp; head: string; tail: string }[] = [];
  private readonly states: State[] = [];
  private groups = 0;
  private dash: readonly number[] = [];
  private matrix: readonly number[] = [1, 0, 0, 1, 0, 0];
  private clips = 0;
  lineWidth = 1;
  lineCap: Surface['lineCap'] = 'butt';
  lineJoin: Surface['lineJoin'] = 'miter';
  lineDashOffset = 0;
  strokeStyle: unknown = '#000';
  fillStyle: unknown = '#000';
  font = '';
  globalAlpha = 1;

  done(): string {
    for (const { ramp, head, tail } of this.ramps) this.definitions.push(head + ramp.stops.join('') + tail);
    return this.parts.join('\n');
  }

  save(): void {
    this.states.push({ groups: this.groups, alpha: this.globalAlpha, dash: this.dash, matrix: this.matrix });
  }

  restore(): void {
    const state = this.states.pop();
    if (!state) return;
    for (; this.groups > state.groups; this.groups--) this.parts.push('</g>');
    this.globalAlpha = state.alpha;
    this.dash = state.dash;
    this.matrix = state.matrix;
  }

  setTransform(...matrix: [number, number, number, number, number, number]): void {
    this.matrix = matrix;
  }

  stroke(): void {
    if (this.path === '') return;
    const dash =
      this.dash.length > 0
        ? ` stroke-dasharray="${this.dash.map(round).join(' ')}"${this.lineDashOffset ? ` stroke-dashoffset="${round(this.lineDashOffset)}"` : ''}`
        : '';
    this.parts.push(
      `<path d="${this.path}" fill="none" stroke="${this.strokeStyle}" stroke-width="${round(this.lineWidth)}" stroke-linecap="${this.lineCap}" stroke-linejoin="${this.lineJoin}"${dash}${this.opacity()}/>`,
    );
  }

  fill(rule: 'evenodd' | 'nonzero'): void {
    if (this.path === '') return;
    this.parts.push(
      `<path d="${this.path}" fill="${this.paint(this.fillStyle)}" fill-rule="${rule}"${this.opacity()}/>`,
    );
  }

  clip(): void {
    const id = `c${++this.clips}`;
    this.definitions.push(`<clipPath id="${id}"><path d="${this.path}"/></clipPath>`);
    this.parts.push(`<g clip-path="url(#${id})">`);
    this.groups++;
  }

  fillText(text: string, x: number, y: number): void {
    const [, weight, size, family] = /^(600 )?([\d.]+)px (.+)$/.exec(this.font) ?? [];
    this.used.add(`${weight ?? ''}${family}`);
    this.parts.push(
      `<text transform="matrix(${this.matrix.map((value) => Number(value.toPrecision(9))).join(' ')})" x="${x}" y="${y}" font-family="${family}, sans-serif" font-size="${size}"${weight ? ' font-weight="600"' : ''} fill="${this.paint(this.fillStyle)}"${this.opacity()} xml:space="preserve">${escapeXml(text)}</text>`,
    );
  }

  setLineDash(dashes: number[]): void {
    this.dash = dashes;
  }

  createLinearGradient(x0: number, y0: number, x1: number, y1: number): Ramp {
    return this.ramp(
      (id) =>
        `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${round(x0)}" y1="${round(y0)}" x2="${round(x1)}" y2="${round(y1)}">`,
      '</linearGradient>',
    );
  }

  createRadialGradient(_x0: number, _y0: number, _r0: number, x1: number, y1: number, r1: number): Ramp {
    return this.ramp(
      (id) =>
        `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="${round(x1)}" cy="${round(y1)}" r="${round(r1)}">`,
      '</radialGradient>',
    );
  }

  private ramp(head: (id: string) => string, tail: string): Ramp {
    const ramp = new SvgRamp(`r${this.ramps.length + 1}`);
    this.ramps.push({ ramp, head: head(ramp.id), tail });
    return ramp;
  }

  private paint(style: unknown): string {
    return style instanceof SvgRamp ? `url(#${style.id})` : String(style);
  }

  private opacity(): string {
    return this.globalAlpha < 1 ? ` opacity="${round(this.globalAlpha)}"` : '';
  }
}
