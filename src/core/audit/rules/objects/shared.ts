import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, OBJECT_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import type { OwnProperty } from '../../../standard/definitions';
import { clauseOf, isGenerated, isPlaced, symbolsAround } from '../../context';
import type { Option } from '../../finding';
import { proposeForObjects } from '../../likeness/propose';
import type { FindingDraft, Rule, RuleContext, Visitor } from '../../rule';
import { formatValue, named, type Value, words } from '../../value';

/** The one way out for objects on a layer that is not theirs: another layer, which a person picks. */
export const moveOption = (count: number): Option => ({
  id: 'move',
  label: `Move ${count} to {to}`,
  needs: 'office layer',
  effect: 'drawing',
});

/** What rules on misplaced objects share: objects go to a layer that a person picks. */
export const movesObjects: Pick<Rule, 'settle' | 'propose' | 'choiceIn'> = {
  settle({ standardLayers, rowsOf }, finding, decision) {
    const target = standardLayers.get(foldName(decision?.to ?? ''));
    return target
      ? { operations: [{ type: 'move objects', rows: rowsOf(finding), to: target.name }] }
      : { refused: `The standard has no layer “${decision?.to ?? ''}”.` };
  },

  propose({ standard }, { subject }) {
    const kind = OBJECT_KINDS.find((one) => one === subject.kind);
    return kind ? proposeForObjects(standard, kind, subject.layer ?? '') : [];
  },

  choiceIn({ objects }, { subject }) {
    const move = objects.find(
      (entry) => foldName(entry.layer) === foldName(subject.layer ?? '') && entry.kind === subject.kind,
    );
    return move && { option: 'move', to: move.to };
  },
};

/** Objects of one definition, all on one layer that is not the definition's own. */
interface OffItsLayer {
  readonly definition: { readonly name: string; readonly layer: string; readonly clause: string };
  readonly kind: ObjectKind;
  readonly rows: readonly number[];
  /** The layer they lie on. */
  readonly layer: string;
  /** In words: "3 fills"; and as they stand before their name, where that is more: "3 placements of symbol". */
  readonly counted: string;
  readonly called?: string;
}

export function offItsLayer({ definition, kind, rows, layer, counted, called }: OffItsLayer): FindingDraft {
  const one = rows.length === 1;
  return {
    message: `${called ?? counted} “${definition.name}” ${one ? 'lies' : 'lie'} on layer “${layer}”; the standard has ${one ? 'it' : 'them'} on “${definition.layer}”.`,
    expected: named(definition.layer),
    found: named(layer),
    rows,
    subject: { layer, kind, value: definition.name },
    ...clauseOf(definition),
    remedy: `${counted}: ${layer} → ${definition.layer}.`,
  };
}

/** Findings on objects of one kind each, in the words of the rule. */
export function* byKind(
  groups: ReadonlyMap<string, number[]>,
  draft: (kind: ObjectKind, counted: string, rows: number[]) => FindingDraft,
): Iterable<FindingDraft> {
  for (const [kind, rows] of groups) {
    const count = countOf(kind, rows.length);
    yield draft(kind as ObjectKind, count, rows);
  }
}

const WORD: Readonly<Record<OwnProperty, string>> = {
  colour: 'a colour',
  linetype: 'a linetype',
  width: 'a width',
  transparency: 'a transparency',
};

const messages = {
  own: (count: number, property: OwnProperty, inside: string, layer: string) =>
    `${count === 1 ? `1 object carries ${WORD[property]} of its own` : `${count} objects carry ${WORD[property]} of their own`} ${inside ? `inside ${inside}, ` : ''}on layer “${layer}”.`,
};

/**
 * Findings for objects that carry a property of their own, one for each layer (or symbol) and value.
 * @param ownValue the value, or null when the object takes it from its layer or placement
 */
export function ownValues(
  context: RuleContext,
  property: OwnProperty,
  ownValue: (row: number) => Value | null,
): Visitor {
  const { drawing, layers } = context;
  const rows: number[] = [];
  const inside = (row: number): boolean => !isPlaced(drawing, row);
  return {
    on: {
      any(row) {
        const value = ownValue(row);
        if (value === null || isGenerated(drawing, row)) return;
        if (context.layerUse(row).standard?.ownValuesAllowed.includes(property)) return;
        rows.push(row);
      },
    },
    *finish() {
      const expected = words(`${property} from the layer`);
      for (const { group, different } of groupsOf(
        rows,
        (row) => `${inside(row)}\n${context.layerUse(row).name}`,
        (row) => formatValue(ownValue(row)!),
      )) {
        const symbol = symbolsAround(drawing, group) ?? '';
        const layer = layerNameOf(drawing, group[0]);
        const value = different === 1 ? ownValue(group[0])! : words(`${different} different ones`);
        yield {
          message: messages.own(group.length, property, symbol, layer),
          expected,
          found: value,
          rows: group,
          subject: {
            layer,
            property,
            value: different === 1 ? formatValue(value) : 'many',
            ...(symbol ? { symbol: 'inside' } : {}),
          },
          ...clauseOf(layers.get(foldName(layer))?.standard),
          remedy: `${group.length === 1 ? '1 object' : `${group.length} objects`}: ${formatValue(value)} → ${formatValue(expected)}.`,
        };
      }
    },
  };
}

/** Values on one layer that a person may want to tell apart; where there are more, they are one finding. */
const MOST_VALUES = 60;

/** Objects by where they are and by their value; by where alone where there are very many values. */
function groupsOf(
  rows: readonly number[],
  whereOf: (row: number) => string,
  formatOwn: (row: number) => string,
): { readonly group: readonly number[]; readonly different: number }[] {
  const places = new Map<string, Place>();
  for (const row of rows) {
    const where = whereOf(row);
    let place = places.get(where);
    if (!place) {
      place = { byValue: new Map(), many: null };
      places.set(where, place);
    }
    const value = formatOwn(row);
    if (place.many) {
      place.many.values.add(value);
      place.many.rows.push(row);
      continue;
    }
    const group = place.byValue.get(value);
    if (group) group.push(row);
    else place.byValue.set(value, [row]);
    // There can be as many values as objects: they are counted from here on, and not kept apart.
    if (place.byValue.size > MOST_VALUES) {
      const rows = [...place.byValue.values()].flat().sort((a, b) => a - b);
      place.many = { values: new Set(place.byValue.keys()), rows };
      place.byValue.clear();
    }
  }
  return [...places.values()]
    .flatMap(({ byValue, many }) =>
      many
        ? [{ group: many.rows, different: many.values.size }]
        : [...byValue.values()].map((group) => ({ group, different: 1 })),
    )
    .sort((a, b) => a.group[0] - b.group[0]);
}

/** The objects of one place by their value; together once there are very many values. */
interface Place {
  readonly byValue: Map<string, number[]>;
  many: { readonly values: Set<string>; readonly rows: number[] } | null;
}

/** Gives a property of the objects of a finding back to their layer. */
export const takeFromLayer =
  (property: OwnProperty): NonNullable<Rule['settle']> =>
  ({ rowsOf }, finding) => ({
    operations: [{ type: 'take from layer', rows: rowsOf(finding), property }],
  });
