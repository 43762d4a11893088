import { z } from 'zod';
import { formatScale } from '../../../drawing/sheets/heads';
import { modelSheetsOf } from '../../../drawing/sheets/model-sheets';
import { sizeOf } from '../../../drawing/sheets/paper-sizes';
import { type Drawing, entityOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { Appearance } from '../../../facts/paper';
import {
  findTextStyle,
  heightsFor,
  type Lettering,
  type StandardTextStyle,
} from '../../../standard/lettering';
import {
  type AuditContext,
  clauseOf,
  groupBy,
  isInTheirSymbol,
  isPlaced,
  symbolsAround,
} from '../../context';
import type { Decision, Option } from '../../finding';
import type { FindingDraft, Rule, SettleContext, Settlement } from '../../rule';
import { numberSetting } from '../../settings';
import { quantity, words } from '../../value';
import { mm, texts, writtenText } from './shared';

const messages = {
  unlikeStyle: (what: string, one: boolean, sheet: string, found: string, wanted: string) =>
    `${what} ${one ? 'prints' : 'print'} ${found} high on ${sheet}; the style is ${wanted}.`,
  notPermitted: (what: string, one: boolean, sheet: string, found: string) =>
    `${what} ${one ? 'prints' : 'print'} ${found} high on ${sheet}: no permitted height.`,
  tooSmall: (what: string, one: boolean, sheet: string, found: string, smallest: string) =>
    `${what} ${one ? 'prints' : 'print'} ${found} high on ${sheet}: ${smallest} is the smallest there.`,
  unseen: (count: number) =>
    `${texts(count)} that no sheet shows: how high ${count === 1 ? 'it prints' : 'they print'} is not known`,
};

const settings = z.strictObject({
  tolerance: numberSetting('What a height may be off by', '%', 2, { max: 50 }),
});

/** What a text is found to be, and what it ought to be. */
interface Fault {
  readonly kind: 'unlike style' | 'not permitted' | 'too small';
  /** The appearance that is spoken of: where it is seen best. */
  readonly appearance: Appearance;
  readonly foundMm: number;
  /** Heights that can be meant, the nearest first. */
  readonly wantedMm: readonly number[];
  /** The smallest that the sheet permits, where that is what is broken. */
  readonly smallestMm?: number;
  /** Scales that show it, paper mm of a unit, each once. */
  readonly scales: readonly number[];
}

export const letteringHeight: Rule = {
  meta: {
    id: 'lettering/height',
    title: 'Height of lettering on paper',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'On the sheet that shows it a text is as high as its style, has a permitted height, and can be read, inside symbols too.',
    why: 'Text of 2.5 mm is 250 high at 1:100 and 125 at 1:50; the wrong one vanishes, or shouts.',
    source: 'ISO 3098-1, from memory, for the heights; common practice for the smallest on each sheet',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const most = settings.parse(context.settings).tolerance / 100;
    const sizes = sheetSizes(drawing);
    const found = new Map<number, Fault>();
    let unseen = 0;
    const look = (row: number): void => {
      // Attributes are placed beside their symbol; what defines them in it shows nowhere.
      if (!isPlaced(drawing, row) && (!isInTheirSymbol(context, row) || entityOf(drawing, row) === 'ATTDEF'))
        return;
      const fact = writtenText(context, row);
      // The height of aligned text follows from its two points.
      if (!fact || fact.shape.fitKeepsShape) return;
      const appearances = context.facts.appearancesOfText(row);
      if (appearances.length === 0) {
        if (context.facts.look(row).shows) unseen++;
        return;
      }
      const fault = faultOf(context.standard.lettering, fact.style, fact.height, appearances, sizes, most);
      if (fault) found.set(row, fault);
    };
    return {
      on: { text: look, attribute: look },
      *finish() {
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        const groups = groupBy(found.keys(), (row) => {
          const { kind, foundMm, wantedMm, smallestMm, scales } = found.get(row)!;
          return [
            kind,
            String(isPlaced(drawing, row)),
            foldName(context.facts.lettering(row)!.style),
            foundMm.toPrecision(3),
            wantedMm.join(),
            smallestMm,
            // Each at one scale of its own they are one cause, whatever that is.
            scales.length === 1 ? '' : scales.map((scale) => scale.toPrecision(6)).join(),
          ].join('\n');
        });
        for (const rows of groups.values()) {
          const sheets = new Set(rows.map((row) => found.get(row)!.appearance.sheet));
          yield draftOf(context, rows, found.get(rows[0])!, [...sheets]);
        }
      },
    };
  },

  settle: (context, finding, decision) => settlementOf(context, context.rowsOf(finding), decision),
};

/** Names of the sizes of all sheets, by the sheets' names. */
function sheetSizes(drawing: Drawing): ReadonlyMap<string, string> {
  const sizes = new Map<string, string>();
  for (const { name, paper } of drawing.sheets) {
    const size = paper && sizeOf(paper.widthMm, paper.heightMm);
    if (size) sizes.set(name, size.name);
  }
  for (const { name, sizeName } of modelSheetsOf(drawing)) sizes.set(name, sizeName);
  return sizes;
}

function faultOf(
  lettering: Lettering,
  styleName: string,
  height: number,
  appearances: readonly Appearance[],
  sizes: ReadonlyMap<string, string>,
  most: number,
): Fault | null {
  const style = findTextStyle(lettering.styles, styleName);
  const near = (found: number, wanted: number): boolean => Math.abs(found / wanted - 1) <= most + 1e-9;
  const scales = [...new Set(appearances.map(({ mmPerUnit }) => mmPerUnit))];
  const [first] = appearances;
  const foundMm = height * first.mmPerUnit;
  const permitted = heightsFor(lettering, style);
  const isFixed = style?.heights === 'its own';
  // A text that is right at one of the scales that show it was made for that one.
  const right = appearances.filter((one) => permitted.some((wanted) => near(height * one.mmPerUnit, wanted)));
  if (permitted.length > 0 && right.length === 0)
    return {
      kind: isFixed ? 'unlike style' : 'not permitted',
      appearance: first,
      foundMm,
      wantedMm: isFixed ? permitted : nearest(permitted, foundMm),
      scales,
    };
  for (const appearance of right.length > 0 ? right : appearances) {
    const smallest = smallestOn(lettering, sizes.get(appearance.sheet));
    const own = height * appearance.mmPerUnit;
    if (smallest !== null && own < smallest * (1 - most) - 1e-9)
      return {
        kind: 'too small',
        appearance,
        foundMm: own,
        wantedMm: [lettering.heightsMm.find((one) => one >= smallest - 1e-9) ?? smallest],
        smallestMm: smallest,
        scales,
      };
  }
  return null;
}

const smallestOn = ({ smallestMm }: Lettering, size: string | undefined): number | null =>
  (size !== undefined && (smallestMm as Readonly<Record<string, number>>)[size]) || null;

/** The two permitted heights about a height, the nearer one first. */
const nearest = (heights: readonly number[], to: number): readonly number[] =>
  [...heights].sort((a, b) => Math.abs(Math.log(a / to)) - Math.abs(Math.log(b / to))).slice(0, 2);

function draftOf(
  context: AuditContext,
  rows: readonly number[],
  fault: Fault,
  sheets: readonly string[],
): FindingDraft {
  const { standard, facts, drawing } = context;
  const { style, height } = facts.lettering(rows[0])!;
  const { kind, foundMm, wantedMm } = fault;
  const sheet =
    sheets.length === 1 ? `sheet “${sheets[0]}”` : `sheet “${sheets[0]}” and ${sheets.length - 1} more`;
  const found = mm(foundMm);
  const [wanted] = wantedMm;
  const known = findTextStyle(standard.lettering.styles, style);
  const around = symbolsAround(drawing, rows);
  const what = `${texts(rows.length)} in “${style}”${around ? ` inside ${around}` : ''}`;
  const one = rows.length === 1;
  const say = {
    'unlike style': () => messages.unlikeStyle(what, one, sheet, found, mm(wanted)),
    'not permitted': () => messages.notPermitted(what, one, sheet, found),
    'too small': () => messages.tooSmall(what, one, sheet, found, mm(fault.smallestMm ?? wanted)),
  }[kind];
  const options = optionsOf(fault, (scale) =>
    // The scale of a sheet does not tell the sizes of placements apart.
    around ? `where it prints ${mm(height * scale)}` : `at ${formatScale(scale / (drawing.unitMm ?? 1))}`,
  );
  return {
    message: say(),
    expected:
      kind === 'not permitted' ? words(wantedMm.map(mm).join(' or ')) : quantity(wanted, 'mm on paper'),
    found: words(`${found} on paper, ${Number(height.toPrecision(8))} in the drawing`),
    rows,
    ...(kind === 'too small' ? { weight: 'must' as const } : {}),
    subject: {
      layer: layerNameOf(drawing, rows[0]),
      kind: 'text',
      value: `${style}, ${kind}, ${foundMm.toPrecision(3)} mm`,
      ...(around ? { symbol: 'inside' } : {}),
    },
    ...clauseOf(known),
    ...(kind === 'too small' && known?.heights === 'its own'
      ? {
          correction: 'manual' as const,
          remedy: `The style itself is ${mm(known.heightMm)}: choose another style, or a larger scale.`,
        }
      : options.length > 0
        ? { correction: 'choice' as const, options }
        : { remedy: `${texts(rows.length)}: ${found} → ${mm(wanted)} on paper.` }),
  };
}

/** Ways out where more than one height can be meant: at one of several scales, or one of several permitted heights. */
function optionsOf({ kind, scales, wantedMm }: Fault, shownAt: (scale: number) => string): Option[] {
  const option = (id: string, label: string): Option => ({ id, label, needs: null, effect: 'drawing' });
  if (scales.length > 1)
    return scales.flatMap((scale) =>
      wantedMm.map((wanted) => option(`${wanted} at ${scale}`, `Make it ${mm(wanted)} ${shownAt(scale)}`)),
    );
  if (kind === 'unlike style') return [];
  return wantedMm.map((wanted) => option(String(wanted), `Make it ${mm(wanted)}`));
}

/** The one height that texts of a style may have; null where each chooses. */
const onlyHeight = (style: StandardTextStyle | undefined): number | null =>
  style?.heights === 'its own' ? style.heightMm : null;

function settlementOf(
  context: SettleContext,
  rows: readonly number[],
  decision: Decision | undefined,
): Settlement {
  const { standard, facts } = context;
  const chosen = /^([\d.e+-]+)(?: at ([\d.e+-]+))?$/.exec(decision?.option ?? '');
  const heights = rows.map((row) => {
    const fact = facts.lettering(row);
    const wanted = chosen
      ? Number(chosen[1])
      : fact && onlyHeight(findTextStyle(standard.lettering.styles, fact.style));
    const scale = chosen?.[2] ? Number(chosen[2]) : facts.appearancesOfText(row)[0]?.mmPerUnit;
    return wanted && scale ? wanted / scale : null;
  });
  if (heights.some((height) => height === null || !(height > 0)))
    return { refused: 'Which height is meant is a person’s to say.' };
  return {
    operations: [
      {
        type: 'resize texts',
        rows,
        heights: (heights as number[]).map((height) => Number(height.toPrecision(12))),
      },
    ],
  };
}
