import { append } from '../append';
import type { AuditContext } from '../audit/context';
import type { Operation } from '../audit/operation';
import type { Change, Movement } from '../audit/rule';
import { formatValue, named, penWidth, words } from '../audit/value';
import { formatColour, hexOf } from '../dxf/colour';
import { type DrawingLayer, formatContainer, handleOf, kindOf, layerNameOf } from '../dxf/drawing';
import { type RecordKind, TABLES } from '../dxf/edit/edit-records';
import { handleOfRecord } from '../dxf/edit/owned-records';
import { removeUnused } from '../dxf/edit/remove-unused';
import { foldName } from '../dxf/interner';
import { NO_RGB, WIDTH_DEFAULT } from '../dxf/objects';
import type { OwnProperty } from '../standard/definitions';
import { findLinetype } from '../standard/standard';
import { applyDimensions } from './apply-dimensions';
import { applyFills } from './apply-fills';
import { applyGeometry } from './apply-geometry';
import { applyLayers } from './apply-layers';
import { type ApplyingHand, applyLettering } from './apply-lettering';
import { applyLinetypes } from './apply-linetypes';
import { applyParallels } from './apply-parallels';
import { dissolveGroups, joinRecords } from './apply-records';
import { becomeSymbol } from './apply-symbols';
import type { DrawingEditor } from './editor';
import { Mentions } from './mentions';

/** An operation with the rule that asked for it. */
export interface Asked {
  readonly rule: string;
  readonly key: string;
  readonly operation: Operation;
}

/** Asks an editor for what operations say, and lists every change that this makes. */
export class Applying {
  readonly changes: Change[] = [];
  private readonly mentions: Mentions;
  private readonly hand: ApplyingHand;
  /** Key of the finding whose operation is being applied. */
  current = '';

  constructor(
    private readonly context: AuditContext,
    private readonly editor: DrawingEditor,
  ) {
    this.mentions = new Mentions(context.drawing);
    this.hand = {
      context,
      editor,
      objectChange: (...change) => this.objectChange(...change),
      layerChange: (rule, record, property, before, after) => {
        this.mentions.listRecords(record.range);
        this.changes.push({
          rule,
          handle: record.handle,
          kind: 'layer',
          property,
          where: record.name,
          before,
          after,
        });
      },
      covers: (row) => this.mentions.listRow(row),
      coversRecord: (range) => this.mentions.listRecords(range),
      styleChange: (rule, kind, range, property, before, after) => {
        this.mentions.listRecords(range);
        this.changes.push({
          rule,
          handle: context.drawing.reader.findText(range, kind === 'dimension style' ? 105 : 5).toUpperCase(),
          kind,
          property,
          where: `${kind}s`,
          before,
          after,
        });
      },
    };
  }

  /**
   * All operations of a pass, in their order; layers that become one do so together, and what is removed goes at once,
   * since all that pointed to it is looked for in the whole file.
   */
  all(asked: readonly Asked[]): void {
    const together = new Map<string, Asked[]>();
    for (const one of asked) {
      if (one.operation.type !== 'become layer') continue;
      const key = foldName(one.operation.to);
      const group = together.get(key);
      if (group) group.push(one);
      else together.set(key, [one]);
    }
    for (const group of together.values()) this.listing(group[0], () => this.becomeOne(group));
    const removals = asked.filter(({ operation }) => operation.type === 'remove layer');
    if (removals.length > 0) this.listing(removals[0], () => this.removeObjects(removals));
    for (const one of asked)
      if (one.operation.type !== 'become layer') this.listing(one, () => this.one(one.rule, one.operation));
  }

  /** Changes that had to come along are listed under the rule that caused them. */
  private listing({ rule, key }: Asked, work: () => void): void {
    this.current = key;
    const from = this.editor.sideChanges.length;
    const touched = this.editor.edits.touched.length;
    work();
    const sides = this.editor.sideChanges.slice(from);
    for (const side of sides) this.changes.push({ ...side, rule, where: `${side.kind}s` });
    const said = new Set(sides.map(({ handle }) => handle).filter((handle) => handle !== ''));
    for (const change of this.mentions.changesIn(this.editor.edits, touched))
      if (!said.has(change.handle)) this.changes.push({ ...change, rule });
  }

  private one(rule: string, operation: Operation): void {
    const { context, editor } = this;
    switch (operation.type) {
      case 'remove layer':
        this.removeLayerRecord(rule, operation.layer);
        return;
      case 'add layer': {
        const layer = context.standardLayers.get(foldName(operation.layer));
        if (!layer) return;
        editor.addLayer(layer, findLinetype(context.standard, layer.linetype));
        this.recordChange(rule, null, 'none', layer.name);
        return;
      }
      case 'set layer':
      case 'colour layer':
      case 'show layers':
        applyLayers(this.hand, rule, operation);
        return;
      case 'join records':
        joinRecords(this.hand, rule, operation.kind, operation.name);
        return;
      case 'new handles':
        this.newHandles(rule, operation.tags);
        return;
      case 'dissolve groups':
        dissolveGroups(this.hand, rule, operation.groups);
        return;
      case 'remove records':
        this.removeRecords(rule, operation.kind, operation.names);
        return;
      case 'mend structure':
        this.mendStructure(rule, operation.oddity);
        return;
      case 'move objects':
        this.moveObjects(rule, operation.rows, operation.to);
        return;
      case 'set pattern factors':
        for (const [i, row] of operation.rows.entries()) {
          const before = context.drawing.objects.linetypeScale[row];
          editor.setPatternFactor(row, operation.factors[i]);
          this.objectChange(rule, row, 'pattern factor', String(before), String(operation.factors[i]));
        }
        return;
      case 'set drawing pattern factor': {
        const before = context.drawing.reader.headerNumber('$LTSCALE', 1);
        editor.setDrawingPatternFactor(operation.factor);
        this.mentions.listVariable('$LTSCALE');
        this.changes.push({
          rule,
          handle: '',
          kind: 'file',
          property: 'pattern factor',
          where: 'header',
          before: String(before),
          after: String(operation.factor),
        });
        return;
      }
      case 'remove objects':
        editor.removeObjects(operation.rows);
        for (const row of operation.rows)
          this.objectChange(rule, row, 'object', layerNameOf(context.drawing, row), 'removed');
        return;
      case 'leave paper scales':
      case 'resize texts':
      case 'turn texts':
      case 'move texts':
      case 'move labels':
      case 'set leader points':
      case 'move leader tips':
      case 'set text factors':
      case 'clear text formatting':
      case 'become text style':
      case 'set text style':
        applyLettering(this.hand, rule, operation);
        return;
      case 'move vertices':
      case 'flatten':
      case 'set arcs':
        applyGeometry(this.hand, rule, operation);
        return;
      case 'set parallel set':
      case 'become parallel set':
      case 'follow parallel set':
      case 'gather parallels':
        applyParallels(this.hand, rule, operation);
        return;
      case 'set fills':
      case 'spread fills':
      case 'cut fills':
      case 'tie fills':
      case 'send behind':
        applyFills(this.hand, rule, operation);
        return;
      case 'set dimension style':
      case 'become dimension style':
      case 'clear dimension settings':
      case 'redraw dimensions':
      case 'move in dimensions':
      case 'break dimensions':
      case 'add centre marks':
      case 'jog dimensions':
      case 'use dimension style':
      case 'rebuild dimensions':
      case 'rebuild leaders':
      case 'set dimension texts':
        applyDimensions(this.hand, rule, operation);
        return;
      case 'take from layer':
        for (const row of operation.rows) {
          const before = this.ownValue(row, operation.property);
          editor.clearOwn(row, operation.property);
          this.objectChange(rule, row, operation.property, before, 'from the layer');
        }
        return;
      case 'become linetype':
      case 'redefine linetype':
        applyLinetypes(this.hand, rule, operation);
        return;
      case 'become symbol':
        becomeSymbol(this.hand, rule, operation);
    }
  }

  /**
   * Layers that become one layer of the standard. Where the drawing has that layer already, all go into it; where it
   * has not, the first that has a record takes the name, and the others go into that one.
   */
  private becomeOne(group: readonly Asked[]): void {
    const { context, editor } = this;
    const targets = group.map(({ operation }) => operation).filter((one) => one.type === 'become layer');
    const target = context.standardLayers.get(foldName(targets[0].to));
    if (!target) return;
    const present = context.layers.get(foldName(target.name))?.record;
    const uses = targets.map(({ from }) => context.layers.get(foldName(from)));
    const first = present ? undefined : uses.find((use) => use?.record)?.record;
    const name = present?.name ?? target.name;
    for (const [i, use] of uses.entries()) {
      if (!use) continue;
      const { rule, operation } = group[i];
      const rows = operation.type === 'become layer' ? operation.rows : [];
      if (use.record && use.record === first) {
        editor.renameLayer(use.name, target.name);
        this.mentions.listRecords(use.record.range);
        this.changes.push({
          rule,
          handle: use.record.handle,
          kind: 'layer',
          property: 'name',
          where: 'layers',
          before: use.name,
          after: target.name,
        });
      } else {
        const into = present ?? first;
        if (into) editor.mergeLayer(use.name, into, name);
        else editor.renameLayer(use.name, target.name);
        if (use.record) this.recordChange(rule, use.record, use.name, 'removed');
      }
      for (const row of rows) this.objectChange(rule, row, 'layer', use.name, name);
    }
    if (!present && !first) {
      editor.addLayer(target, findLinetype(context.standard, target.linetype));
      this.recordChange(group[0].rule, null, 'none', target.name);
    }
  }

  /** Removes the objects of layers that go, all at once. */
  private removeObjects(removals: readonly Asked[]): void {
    const rows: number[] = [];
    for (const { rule, operation } of removals) {
      if (operation.type !== 'remove layer') continue;
      append(rows, operation.rows);
      const name = this.context.layers.get(foldName(operation.layer))?.name ?? operation.layer;
      for (const row of operation.rows) this.objectChange(rule, row, 'object', name, 'removed');
    }
    if (rows.length > 0) this.editor.removeObjects(rows);
  }

  private removeLayerRecord(rule: string, layer: string): void {
    const record = this.context.layers.get(foldName(layer))?.record;
    if (!record) return;
    this.recordChange(rule, record, record.name, 'removed');
    this.editor.removeLayerRecord(record);
  }

  private removeRecords(rule: string, kind: RecordKind, names: readonly string[]): void {
    const { drawing } = this.context;
    const gone = new Map(removeUnused(this.editor, kind, names).map((name) => [foldName(name), '']));
    for (const range of drawing.document.tables.get(TABLES[kind])?.records ?? []) {
      const name = foldName(drawing.reader.findText(range, 2));
      if (!gone.has(name)) continue;
      this.mentions.listRecords(range);
      gone.set(name, handleOfRecord(drawing, TABLES[kind], range));
    }
    // What is drawn in a symbol goes with it.
    if (kind === 'symbol')
      for (const block of drawing.document.blocks)
        if (gone.has(foldName(block.name))) this.mentions.listRecords(block);
    for (const name of names) {
      const handle = gone.get(foldName(name));
      if (handle === undefined) continue;
      this.changes.push({
        rule,
        handle,
        kind,
        property: 'record',
        where: `${kind}s`,
        before: name,
        after: 'removed',
      });
    }
  }

  private newHandles(rule: string, tags: readonly number[]): void {
    const { drawing, facts } = this.context;
    for (const tag of tags) {
      const row = facts.handles.rowOf.get(tag)!;
      const before = drawing.reader.name(tag);
      const after = this.editor.giveHandle(row, tag);
      this.objectChange(rule, row, 'handle', before, after);
    }
  }

  private mendStructure(rule: string, at: number): void {
    const { document } = this.context.drawing;
    const { kind, about, count } = document.oddities[at];
    this.editor.mendStructure(document.oddities[at]);
    for (const range of document.oddities[at].ranges) this.mentions.listRecords(range);
    const removed = kind.startsWith('records');
    this.changes.push({
      rule,
      handle: '',
      kind: 'file',
      property: 'structure',
      where: about === '' ? 'file' : about,
      before: removed ? `${count} ${kind}` : kind,
      after: removed ? 'removed' : 'end mark written',
    });
  }

  private moveObjects(rule: string, rows: readonly number[], to: string): void {
    const { drawing } = this.context;
    const name = drawing.layerByName.get(foldName(to))?.name ?? to;
    for (const row of rows) {
      const before = layerNameOf(drawing, row);
      this.editor.setObjectLayer(row, name);
      this.objectChange(rule, row, 'layer', before, name);
    }
  }

  /** What an object says of one property, in words. */
  private ownValue(row: number, property: OwnProperty): string {
    const { objects, document } = this.context.drawing;
    if (property === 'colour') {
      if (objects.rgb[row] !== NO_RGB) return hexOf(objects.rgb[row]);
      return objects.colour[row] === 0 ? 'from a symbol' : formatColour({ number: objects.colour[row] });
    }
    if (property === 'linetype') {
      const id = objects.linetype[row];
      return formatValue(id < 0 ? words('from the layer') : named(document.names.text(id)));
    }
    if (property === 'transparency') {
      const own = this.context.facts.transparencies.get(row);
      return typeof own === 'number' ? `${own} %` : 'from a symbol';
    }
    const width = objects.width[row];
    if (width < 0 && width !== WIDTH_DEFAULT) return 'from a symbol';
    return formatValue(
      penWidth(width === WIDTH_DEFAULT ? null : width / 100, this.context.standard.pens.defaultMm),
    );
  }

  private recordChange(rule: string, record: DrawingLayer | null, before: string, after: string): void {
    if (record) this.mentions.listRecords(record.range);
    const handle = record?.handle ?? '';
    this.changes.push({ rule, handle, kind: 'layer', property: 'record', where: 'layers', before, after });
  }

  private objectChange(
    rule: string,
    row: number,
    property: Change['property'],
    before: string,
    after: string,
    moved?: Movement,
  ): void {
    const { drawing } = this.context;
    this.mentions.listRow(row);
    this.changes.push({
      rule,
      handle: handleOf(drawing, row),
      kind: kindOf(drawing, row),
      property,
      where: formatContainer(drawing.containers[drawing.objects.container[row]]),
      before,
      after,
      ...(moved === undefined ? {} : { moved }),
    });
  }
}
