import type { DrawingLayer } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardLayer } from '../../../standard/definitions';
import { type AuditContext, clauseOf, lookOfLayer, lookOfStandard } from '../../context';
import type { LayerProperty } from '../../operation';
import type { FindingDraft, Rule } from '../../rule';
import { formatValue, type Value } from '../../value';

/** Layers of the drawing that the standard knows, with both sides. */
export function* knownLayers({
  layers,
}: AuditContext): Iterable<{ record: DrawingLayer; wanted: StandardLayer; rows: readonly number[] }> {
  for (const use of layers.values())
    if (use.record && use.standard) yield { record: use.record, wanted: use.standard, rows: use.rows };
}

/** The finding that one property of a layer's record differs. Objects are not listed: the record is what is wrong. */
export function propertyDiffers(
  { drawing, standard }: AuditContext,
  record: DrawingLayer,
  wanted: StandardLayer,
  property: LayerProperty,
  values: { readonly message: string; readonly expected: Value; readonly found: Value },
): FindingDraft {
  return {
    ...values,
    records: record.handle === '' ? [] : [record.handle],
    record: { table: 'layer', name: record.name },
    subject: { layer: record.name, property },
    ...clauseOf(wanted),
    looks: { expected: lookOfStandard(standard, wanted), found: lookOfLayer(drawing, standard, record) },
    remedy: `${property} of layer ${record.name}: ${formatValue(values.found)} → ${formatValue(values.expected)}.`,
    marksLayer: foldName(record.name),
  };
}

/** Gives the layer that a finding names the standard's value of one property. */
export const setProperty =
  (property: LayerProperty): NonNullable<Rule['settle']> =>
  ({ layers }, { subject }) => {
    const use = layers.get(foldName(subject.layer ?? ''));
    if (!use?.record || !use.standard)
      return { refused: 'The drawing or the standard no longer has this layer.' };
    return { operations: [{ type: 'set layer', layer: use.record.name, property }] };
  };
