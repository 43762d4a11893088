import { readDrawing } from '../../dxf/read/interpret';
import { buildPicture } from '../../picture/build';
import type { PictureData } from '../../picture/picture';
import { toSvg } from '../../picture/svg';
import { fail, ok, type Result } from '../../result';
import { EXAMPLES } from '.';
import { exampleBytes } from './example';

export const SIDES = ['complies', 'breaks'] as const;
export type SideName = (typeof SIDES)[number];

/** One of the two small drawings of a rule, as it prints: an SVG at true size. */
export function examplePicture(rule: string, side: SideName): Result<string> {
  const example = EXAMPLES.get(rule);
  if (!example) return fail('no-rule', `There is no rule “${rule}”.`, 'Go back to the list of rules.');
  const drawing = readDrawing(exampleBytes(example, example[side]));
  if (!drawing.ok) return drawing;
  const { defaultMm } = example.standard.pens;
  const shown = (sheet: number) =>
    buildPicture(drawing.value, drawing.value.sheets[sheet] ?? null, { defaultWidthMm: defaultMm });
  const drawn = shown(0);
  // Without a sheet it is drawn as if the model were one, at 1:1.
  const picture: PictureData = drawn.head.paper
    ? drawn
    : { ...drawn, head: { ...drawn.head, mmPerUnit: 1, mmPerPatternUnit: 1 } };
  const model = picture.head.viewports.length > 0 ? shown(-1) : null;
  return ok(toSvg({ picture, model }, { colours: 'print', fonts: [], title: example[side].says }));
}
