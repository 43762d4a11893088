import type { DrawingLayer } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardLayer } from '../../../standard/definitions';
import { type AuditContext, lookOfLayer, lookOfStandard } from '../../context';
import type { Finding } from '../../finding';
import type { Change, CorrectionContext, FindingDraft } from '../../rule';

type LayerProperty = 'colour' | 'linetype' | 'width' | 'printing';

/** Layers of the drawing that the standard knows, with both sides. */
export function* knownLayers({
  layers,
}: AuditContext): Iterable<{ record: DrawingLayer; wanted: StandardLayer; rows: number[] }> {
  for (const use of layers.values())
    if (use.record && use.standard) yield { record: use.record, wanted: use.standard, rows: use.rows };
}

/** The finding that one property of a layer's record differs. Objects are not listed: the record is what is wrong. */
export function propertyDiffers(
  { drawing, standard }: AuditContext,
  record: DrawingLayer,
  wanted: StandardLayer,
  property: LayerProperty,
  words: { message: string; expected: string; found: string },
): FindingDraft {
  return {
    ...words,
    handles: record.handle === '' ? [] : [record.handle],
    record: { table: 'layer', name: record.name },
    subject: { layer: record.name, property },
    ...(wanted.clause === '' ? {} : { clause: wanted.clause }),
    looks: { expected: lookOfStandard(standard, wanted), found: lookOfLayer(drawing, standard, record) },
  };
}

/** Corrects one property of the layer a finding names. */
export function correctProperty(
  context: CorrectionContext,
  finding: Finding,
  apply: (record: DrawingLayer, wanted: StandardLayer) => void,
): Change[] {
  const use = context.layers.get(foldName(finding.subject.layer ?? ''));
  if (!use?.record || !use.standard) return [];
  apply(use.record, use.standard);
  return [
    {
      rule: finding.rule,
      handle: use.record.handle,
      kind: 'layer',
      property: finding.subject.property ?? 'record',
      where: use.record.name,
      before: finding.found,
      after: finding.expected,
    },
  ];
}
