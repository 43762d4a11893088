import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { put } from '../../src/core/audit/rules/dimensions/testing';
import { proposalsOf } from '../../src/core/correct/proposals';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import type { SpaceComposer } from '../../src/core/dxf/write/space-composer';
import { PLAIN_DIMENSION, type Terminator } from '../../src/core/standard/dimension-settings';
import { familiesOf, fillSchema } from '../../src/core/standard/fills';
import { type CrosswalkMeasures, measured } from './measure';

// Names of definitions that say little without what they name: each is drawn as its sender drew it, and what the audit of that
// drawing proposes is held against what a drafter would take.

/** A sender's definition by the heads of the columns, and which of the office's a drafter would take; none where nothing fits. */
export interface SendersDefinition {
  readonly habit: string;
  readonly of: Readonly<Record<string, string>>;
  readonly wanted: readonly string[];
}

type Draw = (of: SendersDefinition['of'], sheet: SpaceComposer, file: DrawingComposer) => void;

const ON = { layer: 'S-STEL' } as const;
/** A font of each kind of letters. */
const FONT: Readonly<Record<string, string>> = {
  stroke: 'strokes.shx',
  sans: 'plain.ttf',
  'sans-bold': 'plain bold.ttf',
  serif: 'serif.ttf',
};
/** Objects that are drawn in a definition. */
const SOME = [0, 1, 2, 3, 4, 5];

/** The kinds that are measured: the rule that asks, and how a definition is drawn. Sizes are those on paper, mm. */
export const KINDS = {
  linetypes: {
    rule: 'linetypes/unknown',
    draw: ({ name, description, elements }, sheet, file) => {
      file.linetype(name, description, elements === '' ? [] : elements.split(' ').map(Number));
      for (const i of SOME) sheet.line({ ...ON, linetype: name }, [20, 20 + 10 * i], [220, 20 + 10 * i]);
    },
  },
  fills: {
    rule: 'fills/unknown',
    draw: ({ name, lines }, sheet) => {
      const drawn = fillSchema.parse({
        name: 'ANY',
        lines: lines.split(';').map((one) => {
          const [angleDeg, spacingMm] = one.split(' ').map(Number);
          return { angleDeg, spacingMm };
        }),
      });
      for (const i of SOME) {
        const [x, y] = [20 + 60 * i, 40];
        const around = [
          [x, y],
          [x + 50, y],
          [x + 50, y + 50],
          [x, y + 50],
        ] as const;
        sheet.patternFill(ON, [around], {
          name,
          angleDeg: 0,
          scale: 1,
          families: familiesOf(drawn),
        });
      }
    },
  },
  'text-styles': {
    rule: 'lettering/style-unknown',
    draw: ({ name, face, height }, sheet, file) => {
      file.textStyle({ name, font: FONT[face], height: 0, widthFactor: 1, slantDeg: 0 });
      for (const i of SOME)
        sheet.text(ON, [20, 20 + 15 * i], Number(height), `Level ${i + 1}`, { style: name });
    },
  },
  'dimension-styles': {
    rule: 'dimensions/style-unknown',
    draw: ({ name, ends, height, decimals, suffix }, sheet, file) => {
      put(file, name, {
        ...PLAIN_DIMENSION,
        terminator1: ends as Terminator,
        terminator2: ends as Terminator,
        textHeightMm: Number(height),
        decimals: Number(decimals),
        suffix,
      });
      for (const i of SOME)
        sheet.dimension(ON, [20, 30 + 30 * i], [120, 30 + 30 * i], 40 + 30 * i, Number(height), {
          style: name,
        });
    },
  },
} as const satisfies Record<string, { readonly rule: string; readonly draw: Draw }>;

export type MeasuredKind = keyof typeof KINDS;

/** The definitions of the test data, written down before they were held against anything. */
export function sendersDefinitions(kind: MeasuredKind): SendersDefinition[] {
  const [head, ...rows] = readFileSync(join('tests', 'crosswalk', `${kind}.csv`), 'utf8')
    .trimEnd()
    .split('\n');
  const columns = head.split(',');
  return rows.map((row) => {
    const cells = row.split(',');
    const of = Object.fromEntries(columns.map((column, i) => [column, cells[i]]));
    return { habit: of.habit, of, wanted: cells[cells.length - 1].split('|').filter((one) => one !== '') };
  });
}

/** What the audit of a drawing proposes that holds six objects in this definition, and nothing else. */
function proposedFor(kind: MeasuredKind, { of }: SendersDefinition) {
  const { rule, draw }: { rule: string; draw: Draw } = KINDS[kind];
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: ON.layer, colour: 3, widthMm: 0.35 });
  draw(of, file.sheet('A', 420, 297), file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  const live = audit(read.value, demoStandard);
  const finding = live.findings.find((one) => one.rule === rule);
  if (!finding) throw new Error(`${rule} does not ask about “${of.name}”.`);
  return proposalsOf(live, finding);
}

export const measureDefinitions = (
  kind: MeasuredKind,
  definitions: readonly SendersDefinition[],
): CrosswalkMeasures =>
  measured(definitions.map((one) => ({ wanted: one.wanted, proposals: proposedFor(kind, one) })));
