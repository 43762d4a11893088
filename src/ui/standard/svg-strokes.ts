import { fitted } from '@/core/exchange/symbol-strokes';
import { fail, type Result } from '@/core/result';

/** A symbol on a line is a few strokes: what is larger is a drawing, and would hold up the page. */
const MOST_LETTERS = 500_000;
const MOST_OUTLINES = 300;

/** Points along each outline of an SVG; its own arithmetic is the browser's. */
const STEPS = 96;
/** Neighbours that lie further apart than this many steps belong to two outlines of one path. */
const JUMP = 6;

/** The outlines of an SVG as strokes of a line mark, as high as wanted. */
export function strokesOfSvg(text: string, heightMm: number): Result<number[][]> {
  if (text.length > MOST_LETTERS)
    return fail(
      'too-large',
      `The SVG has ${Math.round(text.length / 1000).toLocaleString('en-GB')} kB; a symbol has ${MOST_LETTERS / 1000} at the most.`,
      'Keep only the symbol itself in the file.',
    );
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (parsed.querySelector('parsererror') || parsed.documentElement.nodeName !== 'svg')
    return fail('not-svg', 'The file is not an SVG.', 'Choose an SVG or a DXF.');
  const outlined = parsed.querySelectorAll(OUTLINES).length;
  if (outlined > MOST_OUTLINES)
    return fail(
      'too-large',
      `The SVG has ${outlined.toLocaleString('en-GB')} outlines; a symbol has ${MOST_OUTLINES} at the most.`,
      'Keep only the symbol itself in the file.',
    );
  keepOutlines(parsed.documentElement);
  // Lengths are measured only in a document that is laid out: what is left is put out of sight.
  const holder = document.createElement('div');
  holder.style.cssText = 'position:absolute;width:0;height:0;overflow:hidden;visibility:hidden';
  const root = document.importNode(parsed.documentElement, true) as unknown as SVGSVGElement;
  holder.append(root);
  document.body.append(holder);
  try {
    const strokes: number[][] = [];
    for (const element of root.querySelectorAll<SVGGeometryElement>(OUTLINES))
      strokes.push(...outlines(element));
    return fitted(strokes, heightMm);
  } finally {
    holder.remove();
  }
}

const OUTLINES = 'path,line,polyline,polygon,circle,ellipse,rect';
const KEPT = new Set(['svg', 'g', ...OUTLINES.split(',')]);
const ATTRIBUTES = new Set(
  'd points x y x1 y1 x2 y2 cx cy r rx ry width height transform viewBox preserveAspectRatio'.split(' '),
);

/** Leaves nothing of a stranger's file but its outlines and where they lie: no scripts, styles, links or handlers. */
function keepOutlines(element: Element): void {
  for (const child of [...element.children])
    if (KEPT.has(child.localName)) keepOutlines(child);
    else child.remove();
  for (const { name } of [...element.attributes]) if (!ATTRIBUTES.has(name)) element.removeAttribute(name);
}

function outlines(element: SVGGeometryElement): number[][] {
  const length = element.getTotalLength();
  if (!(length > 0)) return [];
  const matrix = element.getCTM();
  const strokes: number[][] = [[]];
  let before: DOMPoint | null = null;
  const step = length / STEPS;
  for (let i = 0; i <= STEPS; i++) {
    const at: DOMPoint = element.getPointAtLength(step * i);
    if (before && Math.hypot(at.x - before.x, at.y - before.y) > step * JUMP) strokes.push([]);
    const { x, y } = matrix ? at.matrixTransform(matrix) : at;
    // SVG counts downwards.
    strokes[strokes.length - 1].push(x, -y);
    before = at;
  }
  return strokes;
}
