import { formatContainer, handleOf, kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { findLinetype } from '../../../standard/standard';
import { isReserved, kindCounts, type LayerUse, placesOf } from '../../context';
import type { Change, CorrectionContext, Rule } from '../../rule';

const EXPECTED = 'a layer of the standard';

export const layersUnknown: Rule = {
  meta: {
    id: 'layers/unknown',
    title: 'Layer not in the standard',
    checks: 'Every layer that holds objects is one of the standard’s layers.',
    why: 'A layer nobody decided on prints by accident, and whoever takes the drawing over cannot switch it with the rest.',
    weight: 'must',
    correction: 'choice',
    source: 'Needs C1, D1',
  },

  *check({ drawing, layers }) {
    for (const use of layers.values()) {
      if (use.standard || use.rows.length === 0 || isReserved(use.name)) continue;
      yield {
        message: `Layer “${use.name}” is not in the standard (${formatCounts(kindCounts(drawing, use.rows))}).`,
        expected: EXPECTED,
        found: use.name,
        ...placesOf(drawing, use.rows),
        record: { table: 'layer', name: use.name },
        subject: { layer: use.name },
      };
    }
  },

  correct(context, finding, choice) {
    const use = context.layers.get(foldName(finding.subject.layer ?? ''));
    if (!use || !choice) return [];
    if (choice.action === 'remove') return removeWithObjects(context, use);
    const target = context.standardLayers.get(foldName(choice.to));
    if (!target) return [];
    const { editor, standard } = context;
    const present = context.layers.get(foldName(target.name))?.record;
    const moved = use.rows.map((row) => layerChange(context, row, use.name, present?.name ?? target.name));
    if (present) {
      editor.mergeLayer(use.record, use.name, present);
      return use.record ? [...moved, recordGone(use.record.handle, use.name)] : moved;
    }
    editor.renameLayer(use.name, target.name);
    const definition = findLinetype(standard, target.linetype);
    if (!use.record) editor.addLayer(target, definition);
    return [
      {
        rule: finding.rule,
        handle: use.record?.handle ?? '',
        kind: 'layer',
        property: use.record ? 'name' : 'record',
        where: 'layers',
        before: use.record ? use.name : 'none',
        after: target.name,
      },
      ...moved,
    ];
  },
};

function layerChange({ drawing }: CorrectionContext, row: number, before: string, after: string): Change {
  return {
    rule: 'layers/unknown',
    handle: handleOf(drawing, row),
    kind: kindOf(drawing, row),
    property: 'layer',
    where: formatContainer(drawing.containers[drawing.objects.container[row]]),
    before,
    after,
  };
}

function removeWithObjects(context: CorrectionContext, use: LayerUse): Change[] {
  const { drawing, editor } = context;
  // A viewport is a window on the drawing, not content: what it shows must not go with the layer.
  if (use.rows.some((row) => kindOf(drawing, row) === 'viewport')) return [];
  editor.removeObjects(use.rows);
  if (use.record) editor.removeLayerRecord(use.record);
  return [
    ...use.rows.map(
      (row): Change => ({ ...layerChange(context, row, use.name, 'removed'), property: 'object' }),
    ),
    ...(use.record ? [recordGone(use.record.handle, use.name)] : []),
  ];
}

const recordGone = (handle: string, name: string): Change => ({
  rule: 'layers/unknown',
  handle,
  kind: 'layer',
  property: 'record',
  where: 'layers',
  before: name,
  after: 'removed',
});

function formatCounts(counts: ReadonlyMap<string, number>): string {
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 4)
    .map(([kind, count]) => countOf(kind, count))
    .join(', ')
    .concat(counts.size > 4 ? ' and more' : '');
}
