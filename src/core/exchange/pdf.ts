import type PDFDocument from 'pdfkit';
import type { Face } from '../dxf/fonts';
import { paint } from '../picture/paint';
import type { ColourMode, Scene } from '../picture/pass';
import { PathWriter } from '../picture/path-writer';
import type { Ramp, Surface } from '../picture/surface';
import { pageOf, paperOptions, SVG_FAMILIES } from '../picture/svg';

/** PDF points of a mm. */
const POINTS = 72 / 25.4;

export interface PdfFont {
  readonly face: Exclude<Face, 'stroke'>;
  readonly bytes: Uint8Array;
}

/** A face for another script, laid out by whoever opened its file. */
export interface ScriptFont {
  readonly family: string;
  readonly unitsPerEm: number;
  has(code: number): boolean;
  /** What a PDF takes of it is its thinnest weight. */
  readonly isThin: boolean;
  /** Letters from left to right: outlines as an SVG path with y up, and where they stand, units of the face. */
  layOut(
    text: string,
    leftwards: boolean,
  ): readonly { svg: string; advance: number; dx: number; dy: number }[];
}

/** Letters that are read from right to left, but numbers. */
const LEFTWARDS = /[\u0590-\u065f\u066e-\u06ef\u06fa-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

/** Pens that make the thinnest weight of a face its regular and its heavy one, shares of the size. */
const REGULAR = 0.045;
const HEAVY = 0.085;

type Document = InstanceType<typeof PDFDocument>;

/** The scene as a PDF at true size: lines and letters, no picture of them. */
export async function toPdf(
  scene: Scene,
  options: {
    readonly colours: ColourMode;
    readonly fonts: readonly PdfFont[];
    /** Faces for other scripts. */
    readonly scripts?: readonly ScriptFont[];
    readonly title: string;
  },
): Promise<Uint8Array> {
  const { mmPerUnit } = scene.picture.head;
  const page = pageOf(scene);
  const scale = mmPerUnit * POINTS;
  const [width, height] = [page.width * scale, page.height * scale];
  // Loaded when it is first wanted: a worker that only reads drawings starts without it.
  const { default: Pdf } = await import('pdfkit');
  const doc = new Pdf({
    size: [width, height],
    margin: 0,
    autoFirstPage: true,
    info: { Title: options.title },
  });
  const chunks: Uint8Array[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  paint(
    new PdfSurface(doc, options.fonts, options.scripts ?? []),
    scene,
    { scale, x: -page.x * scale, y: (page.y + page.height) * scale, widthPx: width, heightPx: height },
    paperOptions(options.colours, SVG_FAMILIES),
  );
  doc.end();
  return whole;
}

class PdfRamp implements Ramp {
  constructor(readonly gradient: PDFKit.PDFGradient) {}
  addColorStop(at: number, colour: string): void {
    this.gradient.stop(at, colour);
  }
}

/** What of a font the page asks: whether it has a letter. */
interface Loaded {
  readonly key: string;
  has(code: number): boolean;
}

interface State {
  readonly dash: readonly number[];
  readonly matrix: readonly number[];
  readonly alpha: number;
}

/** A surface that draws on a page of a PDF; one of its units is a point. Only text is transformed. */
class PdfSurface extends PathWriter implements Surface {
  private readonly loaded = new Map<string, readonly Loaded[]>();
  private readonly states: State[] = [];
  private dash: readonly number[] = [];
  private matrix: readonly number[] = [1, 0, 0, 1, 0, 0];
  lineWidth = 1;
  lineCap: Surface['lineCap'] = 'butt';
  lineJoin: Surface['lineJoin'] = 'miter';
  lineDashOffset = 0;
  strokeStyle: unknown = '#000';
  fillStyle: unknown = '#000';
  font = '';
  globalAlpha = 1;

  constructor(
    private readonly doc: Document,
    fonts: readonly PdfFont[],
    private readonly scripts: readonly ScriptFont[],
  ) {
    super();
    for (const [i, { face, bytes }] of fonts.entries()) {
      const key = `${face}-${i}`;
      doc.registerFont(key, Buffer.from(bytes));
      const { font } = (doc.font(key) as unknown as { _font: { font: FontFile } })._font;
      const family = familyOf(face);
      const one: Loaded = { key, has: (code) => font.hasGlyphForCodePoint(code) };
      this.loaded.set(family, [...(this.loaded.get(family) ?? []), one]);
    }
  }

  save(): void {
    this.states.push({ dash: this.dash, matrix: this.matrix, alpha: this.globalAlpha });
    this.doc.save();
  }

  restore(): void {
    const state = this.states.pop();
    if (!state) return;
    this.dash = state.dash;
    this.matrix = state.matrix;
    this.globalAlpha = state.alpha;
    this.doc.restore();
  }

  setTransform(...matrix: [number, number, number, number, number, number]): void {
    this.matrix = matrix;
  }

  stroke(): void {
    if (this.path === '') return;
    const { doc } = this;
    doc.save();
    doc.lineWidth(this.lineWidth).lineCap(this.lineCap).lineJoin(this.lineJoin);
    // A dash of nothing is refused: a thousandth of a point prints as nothing too.
    if (this.dash.length > 0)
      doc.dash(this.dash.map((length) => Math.max(length, 0.001)) as unknown as number, {
        phase: this.lineDashOffset,
      });
    doc.strokeOpacity(this.globalAlpha);
    doc.path(this.path).stroke(this.colour(this.strokeStyle));
    doc.restore();
  }

  fill(rule: 'evenodd' | 'nonzero'): void {
    if (this.path === '') return;
    const { doc } = this;
    doc.save();
    doc.fillOpacity(this.globalAlpha);
    doc.path(this.path).fill(this.colour(this.fillStyle), rule === 'evenodd' ? 'even-odd' : 'non-zero');
    doc.restore();
  }

  clip(): void {
    this.doc.path(this.path).clip();
  }

  fillText(text: string, x: number, y: number): void {
    const [, weight, size, family] = /^(600 )?([\d.]+)px (.+)$/.exec(this.font) ?? [];
    const fonts = this.loaded.get(`${weight ?? ''}${family}`) ?? [];
    const { doc } = this;
    doc.save();
    const [a, b, c, d, e, f] = this.matrix;
    doc.transform(a, b, c, d, e, f);
    doc.fillColor(this.colour(this.fillStyle)).fillOpacity(this.globalAlpha);
    let at = x;
    for (const { key, script, run } of runsOf(text, fonts, this.scripts)) {
      if (script) {
        at += this.outlines(script, run, at, y, Number(size), weight ? HEAVY : REGULAR);
        continue;
      }
      doc.font(key).fontSize(Number(size));
      doc.text(run, at, y, { lineBreak: false, baseline: 'alphabetic' });
      at += doc.widthOfString(run);
    }
    doc.restore();
  }

  /**
   * Letters of another script as outlines: what a PDF takes of a variable face is its thinnest, so it is drawn with a pen.
   * @returns how far they reach
   */
  private outlines(font: ScriptFont, run: string, x: number, y: number, size: number, pen: number): number {
    const { doc } = this;
    const k = size / font.unitsPerEm;
    const colour = this.colour(this.fillStyle);
    let at = 0;
    // What is read from right to left: its words follow each other leftwards, numbers stay as they are.
    const leftwards = LEFTWARDS.test(run);
    const parts = leftwards ? (run.match(/\p{Nd}+(?:[.,:/]\p{Nd}+)*|[^\p{Nd}]+/gu) ?? []).reverse() : [run];
    const letters = parts.flatMap((part) => font.layOut(part, LEFTWARDS.test(part)));
    for (const { svg, advance, dx, dy } of letters) {
      if (svg !== '') {
        doc.save();
        doc.transform(k, 0, 0, -k, x + (at + dx) * k, y - dy * k);
        doc.path(svg);
        if (font.isThin) {
          const width = pen * font.unitsPerEm;
          doc.lineWidth(width).lineJoin('round').undash().fillAndStroke(colour, colour);
        } else doc.fill(colour);
        doc.restore();
      }
      at += advance;
    }
    return at * k;
  }

  setLineDash(dashes: number[]): void {
    this.dash = dashes;
  }

  createLinearGradient(x0: number, y0: number, x1: number, y1: number): Ramp {
    return new PdfRamp(this.doc.linearGradient(x0, y0, x1, y1));
  }

  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): Ramp {
    return new PdfRamp(this.doc.radialGradient(x0, y0, r0, x1, y1, r1));
  }

  private colour(style: unknown): PDFKit.Mixins.ColorValue {
    if (style instanceof PdfRamp) return style.gradient;
    const text = String(style);
    // The short form of a colour is not known to every writer.
    return /^#[\da-f]{3}$/i.test(text)
      ? `#${[...text.slice(1)].map((digit) => digit + digit).join('')}`
      : text;
  }
}

interface FontFile {
  hasGlyphForCodePoint(code: number): boolean;
}

const familyOf = (face: Exclude<Face, 'stroke'>): string =>
  `${face === 'sans-bold' ? '600 ' : ''}${SVG_FAMILIES[face]}`;

interface Run {
  readonly key: string;
  readonly script: ScriptFont | null;
  run: string;
}

/** Stretches of a text that one font has the letters of; a letter that none has goes with the first. */
function runsOf(text: string, fonts: readonly Loaded[], scripts: readonly ScriptFont[]): Run[] {
  const runs: Run[] = [];
  // Blanks and signs between letters that are read from right to left go with them.
  const whole = LEFTWARDS.test(text)
    ? scripts.find((font) => [...text].every((letter) => font.has(letter.codePointAt(0) ?? 0)))
    : undefined;
  if (whole) return [{ key: whole.family, script: whole, run: text }];
  for (const letter of text) {
    const code = letter.codePointAt(0) ?? 0;
    const own = fonts.find((font) => font.has(code));
    const script = own ? null : (scripts.find((font) => font.has(code)) ?? null);
    const key = script ? script.family : ((own ?? fonts[0])?.key ?? 'Helvetica');
    const last = runs.at(-1);
    if (last?.key === key) last.run += letter;
    else runs.push({ key, script, run: letter });
  }
  return runs;
}
