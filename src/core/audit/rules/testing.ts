import { correctDrawing } from '../../correct/correct';
import { readDrawing } from '../../dxf/read/interpret';
import { DrawingComposer, type NewLayer, type Props } from '../../dxf/write/composer';
import type { OwnProperty, StandardLayer } from '../../standard/definitions';
import { PLAIN_RULE, type RuleSetting } from '../../standard/rule-settings';
import { blankStandard, layerOf, lineOf, type Standard } from '../../standard/standard';
import { audit } from '../engine';
import { publishFinding } from '../publish';
import type { Rule } from '../rule';

// What the tests of rules share: a small office, drawings made by the composer, and cases in a table.

export type Published = ReturnType<typeof publishFinding>;
type Draw = (file: DrawingComposer) => void;

export const officeLayer = (name: string, more: Partial<StandardLayer> = {}): StandardLayer =>
  layerOf({ name, colour: { number: 3 }, widthMm: 0.5, ...more });

/** An office with a broken line and the layers that are given. */
export const office = (layers: readonly StandardLayer[], more: Partial<Standard> = {}): Standard => ({
  ...blankStandard('Test'),
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Broken', elementsMm: [6, -2] })],
  layers: [...layers],
  ...more,
});

/** A layer of a drawing as {@link officeLayer} wants it. */
export const GOOD: NewLayer = { name: 'WALL', colour: 3, widthMm: 0.5 };

export interface Case {
  readonly name: string;
  readonly draw: Draw;
  readonly standard: Standard;
  readonly version?: 'AC1009' | 'AC1015' | 'AC1018' | 'AC1024' | 'AC1032';
}

export interface Reject extends Case {
  /** Messages of the findings of the rule, in order. */
  readonly messages: readonly string[];
  /** Where the first one is. */
  readonly at?: { readonly space: string; readonly x: number; readonly y: number };
  readonly expected?: string;
  readonly found?: string;
  /** What is left of the rule's findings once it was corrected; absent where it corrects nothing by itself. */
  readonly leaves?: number;
}

export function bytesOf({ draw, version = 'AC1024' }: Pick<Case, 'draw' | 'version'>): Uint8Array {
  const file = new DrawingComposer({ version, units: 4 });
  file.linetype('Broken', '', [6, -2]);
  draw(file);
  return file.bytes();
}

export function findingsOf(bytes: Uint8Array, standard: Standard, rule?: Rule): Published[] {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { findings, failures } = audit(read.value, standard);
  expect(failures).toEqual([]);
  return findings.filter((finding) => !rule || finding.rule === rule.meta.id).map(publishFinding);
}

/** The standard with something set for one rule. */
export const withSetting = (standard: Standard, rule: Rule, setting: Partial<RuleSetting>): Standard => ({
  ...standard,
  rules: { ...standard.rules, [rule.meta.id]: { ...PLAIN_RULE, ...setting } },
});

/**
 * Tests of one rule: what it lets pass, what it finds with which words and where, and what its correction leaves. What
 * the composer cannot draw, because no program should, is found by tests of the rule's own.
 */
export function testRule(
  rule: Rule,
  { accept = [], reject = [] }: { accept?: readonly Case[]; reject?: readonly Reject[] },
): void {
  describe(rule.meta.id, () => {
    if (accept.length > 0)
      it.each(accept.map((one) => [one.name, one] as const))('lets pass: %s', (_, one) => {
        expect(findingsOf(bytesOf(one), one.standard, rule)).toEqual([]);
      });

    if (reject.length === 0) return;
    it.each(reject.map((one) => [one.name, one] as const))('finds: %s', (_, one) => {
      const bytes = bytesOf(one);
      const found = findingsOf(bytes, one.standard, rule);
      expect(found.map(({ message }) => message)).toEqual(one.messages);
      if (one.at) expect(found[0].at).toEqual(one.at);
      if (one.expected !== undefined) expect(found[0].expected).toBe(one.expected);
      if (one.found !== undefined) expect(found[0].found).toBe(one.found);
      // The same drawing gives the same findings with the same keys.
      expect(findingsOf(bytes, one.standard, rule)).toEqual(found);
      expect(new Set(found.map(({ key }) => key)).size).toBe(found.length);
      // What is switched off finds nothing.
      expect(findingsOf(bytes, withSetting(one.standard, rule, { on: false }), rule)).toEqual([]);
      if (one.leaves === undefined) return;
      const result = correctDrawing(bytes, one.standard, { findings: found.map(({ key }) => key) });
      if (!result.ok) throw new Error(result.problem.message);
      const left = result.value.after.findings.filter((finding) => finding.rule === rule.meta.id);
      expect(left).toHaveLength(one.leaves);
      expect(result.value.unsettled).toHaveLength(one.leaves);
    });
  });
}

/** Tests of the three rules on values that objects carry themselves: they differ in the value alone. */
export function testOwnValue(
  rule: Rule,
  property: OwnProperty,
  { own, fromSymbol, found }: { own: Partial<Props>; fromSymbol: Partial<Props> | null; found: string },
): void {
  const standard = office([officeLayer('WALL'), officeLayer('FREE', { ownValuesAllowed: [property] })]);
  testRule(rule, {
    accept: [
      {
        name: 'from the layer; from the symbol inside a symbol; approved exceptions',
        standard,
        draw: (file) => {
          file.layer(GOOD);
          file.symbol('S', (s) => s.line({ layer: '0', ...fromSymbol }, [0, 0], [1, 0]));
          file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
          file.model.line({ layer: 'FREE', ...own }, [0, 0], [1, 1]);
          file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
        },
      },
      {
        name: 'pictures that programs make for dimensions',
        standard,
        draw: ({ model }) => model.dimension({ layer: 'WALL' }, [0, 0], [10, 0], 5, 1),
      },
    ],
    reject: [
      {
        name: 'one finding for each layer and value, inside symbols apart',
        standard,
        draw: (file) => {
          file.layer(GOOD);
          file.symbol('S', (s) => s.line({ layer: 'WALL', ...own }, [0, 0], [1, 0]));
          file.model.line({ layer: 'WALL', ...own }, [7, 8], [9, 9]);
          file.model.line({ layer: 'WALL', ...own }, [0, 2], [1, 2]);
        },
        messages: [
          `2 objects carry a ${property} of their own on layer “WALL”.`,
          `1 object carries a ${property} of its own inside symbol “S”, on layer “WALL”.`,
        ],
        at: { space: 'model', x: 7, y: 8 },
        expected: `${property} from the layer`,
        found,
        leaves: 0,
      },
      ...(fromSymbol === null
        ? []
        : [
            {
              name: 'from a symbol, where there is none around it',
              standard,
              draw: (file: DrawingComposer) => {
                file.layer(GOOD);
                file.model.line({ layer: 'WALL', ...fromSymbol }, [0, 0], [1, 1]);
              },
              messages: [`1 object carries a ${property} of its own on layer “WALL”.`],
              found: 'from a symbol, but in none',
              leaves: 0,
            },
          ]),
    ],
  });
}
