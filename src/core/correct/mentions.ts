import type { Change } from '../audit/rule';
import type { TagRange } from '../dxf/document';
import { type Drawing, formatContainer, handleOf, kindOf } from '../dxf/drawing';
import type { TagEdits } from '../dxf/edit/edits';
import { listed } from '../listed';

/** Records by what they are for a person. */
const WORDS: Readonly<Record<string, string>> = {
  XRECORD: 'saved data',
  DICTIONARY: 'dictionary',
  GROUP: 'group',
  SORTENTSTABLE: 'draw order',
  IMAGEDEF: 'image definition',
  IMAGEDEF_REACTOR: 'image link',
  LAYER_FILTER: 'layer filter',
  LAYER_INDEX: 'layer index',
  DIMSTYLE: 'dimension style',
  LTYPE: 'linetype',
  STYLE: 'text style',
  BLOCK_RECORD: 'symbol',
};

/** Values that are shown of one record; a list of thousands is only counted. */
const MOST_VALUES = 6;

/**
 * Changes that came along with those that are listed: records that named or pointed to what was renamed or removed. Every
 * record that edits touched, and that no listed change names, becomes a change of its own.
 */
export class Mentions {
  /** 1 for each tag with which a record begins that is listed, or that is bookkeeping. */
  private readonly listed: Uint8Array;
  private readonly listedVariables = new Set<string>();
  private rowByStart: Map<number, number> | null = null;
  private variableByTag: Map<number, string> | null = null;

  constructor(private readonly drawing: Drawing) {
    this.listed = new Uint8Array(drawing.document.tags.count + 1);
    for (const { head } of drawing.document.tables.values()) this.listed[head.start] = 1;
  }

  /** An object, with its vertices, is listed. Attributes of a placement are objects of their own. */
  listRow(row: number): void {
    const { objects, document } = this.drawing;
    const { codes } = document.tags;
    this.listed[objects.start[row]] = 1;
    for (let tag = objects.partsFrom(row); tag < objects.groupEnd[row]; tag++)
      if (codes[tag] === 0) this.listed[tag] = 1;
  }

  /** A variable of the header is listed. */
  listVariable(name: string): void {
    this.listedVariables.add(name);
  }

  listRecords({ start, end }: TagRange): void {
    const { codes } = this.drawing.document.tags;
    for (let tag = start; tag < end; tag++) if (codes[tag] === 0) this.listed[tag] = 1;
  }

  /** The records among some edits that are not listed, each once; they are listed from now on. */
  changesIn(edits: TagEdits, from: number): Omit<Change, 'rule'>[] {
    const { codes } = this.drawing.document.tags;
    const changes: Omit<Change, 'rule'>[] = [];
    for (const { start, end } of edits.touched.slice(from))
      for (let tag = start; tag < end; ) {
        let first = tag;
        while (first > 0 && codes[first] !== 0) first--;
        let next = tag + 1;
        while (next < codes.length && codes[next] !== 0) next++;
        if (this.listed[first] === 0) this.put(changes, edits, { start: first, end: next }, tag);
        tag = next;
      }
    return changes;
  }

  private put(changes: Omit<Change, 'rule'>[], edits: TagEdits, range: TagRange, tag: number): void {
    const { reader, document } = this.drawing;
    const variable = this.variables().get(tag);
    if (variable !== undefined) {
      if (variable === '$HANDSEED' || this.listedVariables.has(variable)) return;
      changes.push({
        handle: '',
        kind: 'header',
        property: 'reference',
        where: `header ${variable}`,
        before: reader.name(tag),
        after: edits.isRemoved(tag) ? 'removed' : (edits.given(tag) ?? ''),
      });
      return;
    }
    this.listed[range.start] = 1;
    const type = reader.name(range.start);
    const row = this.rows().get(range.start);
    const kind = row === undefined ? (WORDS[type] ?? type.toLowerCase()) : kindOf(this.drawing, row);
    const about = {
      handle:
        row === undefined
          ? reader.findText(range, type === 'DIMSTYLE' ? 105 : 5).toUpperCase()
          : handleOf(this.drawing, row),
      kind,
      where:
        row === undefined
          ? `${kind}s`
          : formatContainer(this.drawing.containers[this.drawing.objects.container[row]]),
    };
    if (edits.isRemoved(range.start)) {
      changes.push({
        ...about,
        property: row === undefined ? 'record' : 'object',
        before: row === undefined ? reader.findText(range, 2) || kind : kind,
        after: 'removed',
      });
      return;
    }
    const before: string[] = [];
    const after: string[] = [];
    for (let at = range.start; at < range.end; at++) {
      const removed = edits.isRemoved(at);
      const given = edits.given(at);
      if ((!removed && given === undefined) || document.tags.codes[at] === 102) continue;
      before.push(reader.name(at));
      after.push(removed ? 'removed' : (given ?? ''));
    }
    changes.push({ ...about, property: 'reference', before: some(before), after: some(after) });
  }

  private rows(): ReadonlyMap<number, number> {
    if (!this.rowByStart) {
      const { objects } = this.drawing;
      this.rowByStart = new Map();
      for (let row = 0; row < objects.count; row++) this.rowByStart.set(objects.start[row], row);
    }
    return this.rowByStart;
  }

  private variables(): ReadonlyMap<number, string> {
    if (!this.variableByTag) {
      this.variableByTag = new Map();
      for (const [name, { start, end }] of this.drawing.document.header)
        for (let tag = start + 1; tag < end; tag++) this.variableByTag.set(tag, name);
    }
    return this.variableByTag;
  }
}

const some = (values: readonly string[]): string => listed(values, MOST_VALUES);
