import { type Drawing, formatContainer, handleOf, kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { OwnProperty } from '../../../standard/definitions';
import { type AuditContext, groupBy, isGenerated, isPlaced, placesOf } from '../../context';
import type { Finding } from '../../finding';
import type { Change, Choice, CorrectionContext, FindingDraft } from '../../rule';

/** Rows that a finding names, found again by their handles. */
export function rowsOf({ drawing }: AuditContext, finding: Finding): number[] {
  const wanted = new Set(finding.handles);
  const rows: number[] = [];
  for (let row = 0; row < drawing.objects.count; row++)
    if (wanted.has(handleOf(drawing, row))) rows.push(row);
  return rows;
}

/** The change that one object's property went from one value to another. */
export function objectChange(
  { drawing }: AuditContext,
  row: number,
  change: Pick<Change, 'rule' | 'property' | 'before' | 'after'>,
): Change {
  return {
    ...change,
    handle: handleOf(drawing, row),
    kind: kindOf(drawing, row),
    where: formatContainer(drawing.containers[drawing.objects.container[row]]),
  };
}

/** Moves the objects of a finding to the layer that was chosen, adding the layer where the drawing lacks it. */
export function moveToChosen(
  context: CorrectionContext,
  finding: Finding,
  choice: Choice | undefined,
): Change[] {
  if (choice?.action !== 'map') return [];
  const target = context.standardLayers.get(foldName(choice.to));
  if (!target) return [];
  const { editor, drawing } = context;
  const name = drawing.layerByName.get(foldName(target.name))?.name ?? target.name;
  return rowsOf(context, finding).map((row) => {
    const before = layerNameOf(drawing, row);
    editor.setObjectLayer(row, name);
    return objectChange(context, row, { rule: finding.rule, property: 'layer', before, after: name });
  });
}

const WORD: Readonly<Record<OwnProperty, string>> = {
  colour: 'a colour',
  linetype: 'a linetype',
  width: 'a width',
};

/**
 * Findings for objects that carry a property of their own, one for each layer (or symbol) and value.
 * @param ownValue the value in words, or null when the object takes it from its layer or placement
 */
export function* ownValues(
  context: AuditContext,
  property: OwnProperty,
  ownValue: (row: number) => string | null,
): Iterable<FindingDraft> {
  const { drawing, layers } = context;
  const rows: number[] = [];
  const values = new Map<number, string>();
  for (let row = 0; row < drawing.objects.count; row++) {
    if (isGenerated(drawing, row)) continue;
    const value = ownValue(row);
    if (value === null) continue;
    if (context.layerUse(row).standard?.ownValuesAllowed.includes(property)) continue;
    rows.push(row);
    values.set(row, value);
  }
  const inside = (row: number): boolean => !isPlaced(drawing, row);
  for (const group of groupBy(
    rows,
    (row) => `${inside(row)}\n${context.layerUse(row).name}\n${values.get(row)}`,
  ).values()) {
    const symbol = inside(group[0]) ? formatSymbols(drawing, group) : '';
    const layer = layerNameOf(drawing, group[0]);
    const value = values.get(group[0])!;
    const clause = layers.get(foldName(layer))?.standard?.clause;
    const whose =
      group.length === 1
        ? `1 object carries ${WORD[property]} of its own`
        : `${group.length} objects carry ${WORD[property]} of their own`;
    yield {
      message: `${whose} ${symbol ? `inside ${symbol}, ` : ''}on layer “${layer}”.`,
      expected: `${property} from the layer`,
      found: value,
      ...placesOf(drawing, group),
      subject: { layer, property, value, ...(symbol ? { symbol: 'inside' } : {}) },
      ...(clause ? { clause } : {}),
    };
  }
}

/** "symbol “Bollard”", "3 symbols". */
function formatSymbols(drawing: Drawing, rows: readonly number[]): string {
  const names = new Set(rows.map((row) => drawing.containers[drawing.objects.container[row]].name));
  return names.size === 1 ? `symbol “${[...names][0]}”` : `${names.size} symbols`;
}

/** Gives a property of the objects of a finding back to their layer. */
export function giveBack(context: CorrectionContext, finding: Finding, property: OwnProperty): Change[] {
  return rowsOf(context, finding).map((row) => {
    context.editor.clearOwn(row, property);
    return objectChange(context, row, {
      rule: finding.rule,
      property,
      before: finding.found,
      after: 'from the layer',
    });
  });
}
