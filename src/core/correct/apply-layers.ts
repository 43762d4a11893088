import type { LayerProperty, Operation } from '../audit/operation';
import { formatValue, penWidth } from '../audit/value';
import { formatColour } from '../dxf/colour';
import type { DrawingLayer } from '../dxf/drawing';
import { storableColour } from '../dxf/edit/storable-colour';
import { foldName } from '../dxf/interner';
import type { StandardLayer } from '../standard/definitions';
import { findLinetype } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';

/** Operations on what records of layers say. */
export type LayerOperation = Extract<Operation, { type: 'set layer' | 'colour layer' | 'show layers' }>;

/** Writes what records of layers are to say. */
export function applyLayers(hand: ApplyingHand, rule: string, operation: LayerOperation): void {
  const { layers } = hand.context;
  if (operation.type === 'set layer') {
    const use = layers.get(foldName(operation.layer));
    if (use?.record && use.standard) setLayer(hand, rule, use.record, use.standard, operation.property);
    return;
  }
  if (operation.type === 'colour layer') {
    const record = layers.get(foldName(operation.layer))?.record;
    if (!record) return;
    hand.editor.setLayerColour(record, operation.colour);
    const after = formatColour(storableColour(hand.context.drawing, operation.colour));
    hand.layerChange(rule, record, 'colour', formatColour(record.colour), after);
    return;
  }
  for (const name of operation.layers) {
    const record = layers.get(foldName(name))?.record;
    if (!record) continue;
    const before = [
      record.on ? '' : 'off',
      record.frozen ? 'frozen' : '',
      record.prints ? '' : 'not printing',
    ].filter((one) => one !== '');
    if (operation.shown) {
      hand.editor.setLayerShown(record, true);
      if (operation.prints) hand.editor.setLayerPrints(record, true);
    } else hand.editor.setLayerShown(record, false);
    const after = operation.shown
      ? `on${record.prints || operation.prints ? '' : ', not printing'}`
      : ['off', ...before.filter((one) => one !== 'off')].join(', ');
    hand.layerChange(rule, record, 'shown', before.join(', ') || 'on', after);
  }
}

function setLayer(
  { context, editor, layerChange }: ApplyingHand,
  rule: string,
  record: DrawingLayer,
  wanted: StandardLayer,
  property: LayerProperty,
): void {
  const { drawing, standard } = context;
  const { defaultMm } = standard.pens;
  let [before, after] = ['', ''];
  switch (property) {
    case 'colour':
      editor.setLayerColour(record, wanted.colour);
      before = formatColour(record.colour);
      after = formatColour(storableColour(drawing, wanted.colour));
      break;
    case 'linetype':
      editor.setLayerLinetype(record, wanted.linetype, findLinetype(standard, wanted.linetype));
      [before, after] = [record.linetype, wanted.linetype];
      break;
    case 'width':
      editor.setLayerWidth(record, wanted.widthMm);
      before = formatValue(penWidth(record.width >= 0 ? record.width / 100 : null, defaultMm));
      after = formatValue(penWidth(wanted.widthMm, defaultMm));
      break;
    case 'printing':
      editor.setLayerPrints(record, wanted.prints);
      before = record.prints ? 'prints' : 'does not print';
      after = wanted.prints ? 'prints' : 'does not print';
  }
  layerChange(rule, record, property, before, after);
}
