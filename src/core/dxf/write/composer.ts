import { append } from '../../append';
import type { NewTag } from '../edit/edits';
import type { NewParallelSet } from '../edit/parallel-set-tags';
import {
  type DimensionRecord,
  dimensionStyleBody,
  JOG_HEIGHT,
  linetypeBody,
  type NewLinetype,
  type NewTextStyle,
  OWN_APPLICATION,
  ownData,
  PAPER_SIZED_APPLICATION,
  textStyleBody,
} from '../edit/record-bodies';
import { codecFor } from '../encoding';
import { foldName } from '../interner';
import { decimal } from '../real';
import { LAYER_DESCRIPTION, layerTags, type NewLayer } from './composer-layers';
import { objectTags, withStandardSet } from './composer-objects';
import { type ComposerHost, SpaceComposer } from './space-composer';
import { point, point2 } from './space-tags';

export type { NewLayer } from './composer-layers';
export { type Point, type Props, SpaceComposer, type TextOptions } from './space-composer';
export type { NewParallelSet };

type Version = 'AC1009' | 'AC1015' | 'AC1018' | 'AC1024' | 'AC1032';

interface NewSymbol {
  readonly name: string;
  readonly blockHandle: string;
  readonly recordHandle: string;
  readonly space: SpaceComposer;
  readonly layout: string;
  readonly anonymous: boolean;
  readonly own?: unknown;
}

interface NewSheet {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly layoutHandle: string;
  readonly block: NewSymbol;
}

/** Makes a drawing from nothing, in a version and with the handles and owners that every reader accepts. */
export class DrawingComposer implements ComposerHost {
  readonly version: Version;
  readonly model: SpaceComposer;
  private lastHandle = 0x10;
  private viewports = 1;
  private dimensions = 0;
  private readonly tables = {
    LTYPE: this.handle(),
    LAYER: this.handle(),
    STYLE: this.handle(),
    DIMSTYLE: this.handle(),
    BLOCK_RECORD: this.handle(),
    VPORT: this.handle(),
    VIEW: this.handle(),
    UCS: this.handle(),
    APPID: this.handle(),
  };
  private readonly dictionaries = {
    root: this.handle(),
    groups: this.handle(),
    layouts: this.handle(),
    plotStyles: this.handle(),
    plotStyle: this.handle(),
    parallelSets: this.handle(),
  };
  private readonly layers: NewLayer[] = [];
  private readonly linetypes: NewLinetype[] = [];
  private readonly styles: NewTextStyle[] = [
    { name: 'Standard', font: 'barlow.ttf', height: 0, widthFactor: 1, slantDeg: 0 },
  ];
  private readonly dimensionStyles: {
    readonly name: string;
    readonly record: DimensionRecord;
    readonly own: unknown;
  }[] = [];
  private readonly parallelSets: NewParallelSet[] = [];
  private readonly applications = new Set(['ACAD']);
  private readonly handlesOf = new Map<string, string>();
  private kept: { readonly name: string; readonly data: unknown } | null = null;
  private readonly symbols: NewSymbol[] = [];
  private readonly sheets: NewSheet[] = [];
  private readonly modelBlock: NewSymbol;
  private readonly modelLayout = this.handle();

  constructor(
    private readonly options: {
      version: Version /** Number of the unit in the header. */;
      units: number;
      codePage?: string;
      lineEnd?: string;
      linetypeScale?: number;
    },
  ) {
    this.version = options.version;
    this.modelBlock = this.block('*Model_Space', false, this.modelLayout);
    this.model = this.modelBlock.space;
  }

  handle(): string {
    return (++this.lastHandle).toString(16).toUpperCase();
  }

  nextViewport(): number {
    return ++this.viewports;
  }

  layer(layer: NewLayer): void {
    this.layers.push(layer);
    if (layer.own !== undefined) this.applications.add(OWN_APPLICATION);
    if (layer.description && this.version !== 'AC1009') this.applications.add(LAYER_DESCRIPTION);
  }

  linetype(
    name: string,
    description: string,
    elements: readonly number[],
    marks?: NewLinetype['marks'],
    own?: unknown,
  ): void {
    this.linetypes.push({ name, description, elements, marks, own });
    if (own !== undefined) this.applications.add(OWN_APPLICATION);
  }

  textStyle(style: NewTextStyle): void {
    const at = this.styles.findIndex((one) => foldName(one.name) === foldName(style.name));
    if (style.own !== undefined) this.applications.add(OWN_APPLICATION);
    if (style.onPaper) this.applications.add(PAPER_SIZED_APPLICATION);
    if (at < 0) this.styles.push(style);
    else this.styles[at] = style;
  }

  /** @param own kept in extended data of our own */
  dimensionStyle(name: string, record: DimensionRecord, own?: unknown): void {
    this.dimensionStyles.push({ name, record, own });
    if (own !== undefined) this.applications.add(OWN_APPLICATION);
    if (this.version >= 'AC1021') this.applications.add(JOG_HEIGHT.application);
  }

  /** Not in the oldest version. */
  parallelSet(set: NewParallelSet): void {
    this.parallelSets.push(set);
    if (set.own !== undefined) this.applications.add(OWN_APPLICATION);
  }

  /** Keeps data of our own in the drawing's dictionary; not in the oldest version. */
  keep(name: string, data: unknown): void {
    this.kept = { name, data };
  }

  usesOwnData(): void {
    this.applications.add(OWN_APPLICATION);
  }

  /** Handle of a record by name, given out when it is first asked for; of the base of its kind when it is unknown. */
  private handleOf(table: string, name: string): string {
    const key = `${table}|${foldName(name)}`;
    let handle = this.handlesOf.get(key);
    if (handle === undefined) {
      handle = this.handle();
      this.handlesOf.set(key, handle);
    }
    return handle;
  }

  private pointTo = (table: 'STYLE' | 'LTYPE' | 'BLOCK', name: string): string => {
    if (table !== 'BLOCK') return this.handleOf(table, name);
    return this.symbols.find((symbol) => foldName(symbol.name) === foldName(name))?.recordHandle ?? '0';
  };

  parallelSetHandle(name: string): string {
    return this.handleOf('MLINESTYLE', name);
  }

  /** @param own kept in extended data of our own on the symbol's beginning */
  symbol(name: string, draw: (space: SpaceComposer) => void, own?: unknown): void {
    const made = { ...this.block(name, false, ''), own };
    if (own !== undefined) this.applications.add(OWN_APPLICATION);
    this.symbols.push(made);
    draw(made.space);
  }

  sheet(name: string, widthMm: number, heightMm: number): SpaceComposer {
    const layoutHandle = this.handle();
    const block = this.block(
      this.sheets.length === 0 ? '*Paper_Space' : `*Paper_Space${this.sheets.length - 1}`,
      this.sheets.length === 0,
      layoutHandle,
    );
    this.sheets.push({ name, widthMm, heightMm, layoutHandle, block });
    block.space.viewportRecord(
      { layer: '0' },
      [widthMm / 2, heightMm / 2],
      widthMm,
      heightMm,
      [widthMm / 2, heightMm / 2],
      heightMm,
      1,
    );
    return block.space;
  }

  dimensionPicture(draw: (picture: SpaceComposer) => void): string {
    const name = `*D${++this.dimensions}`;
    const made = this.block(name, false, '', true);
    this.symbols.push(made);
    draw(made.space);
    return name;
  }

  private block(name: string, onPaper: boolean, layout: string, anonymous = false): NewSymbol {
    const recordHandle = this.handle();
    return {
      name,
      recordHandle,
      blockHandle: this.handle(),
      layout,
      anonymous,
      space: new SpaceComposer(this, recordHandle, onPaper),
    };
  }

  /** The drawing as the bytes of a text DXF. */
  bytes(): Uint8Array {
    const tags: NewTag[] = [];
    const section = (name: string, fill: () => void): void => {
      tags.push({ code: 0, value: 'SECTION' }, { code: 2, value: name });
      fill();
      tags.push({ code: 0, value: 'ENDSEC' });
    };
    const old = this.version === 'AC1009';
    section('TABLES', () => this.writeTables(tags));
    section('BLOCKS', () => this.writeBlocks(tags));
    section('ENTITIES', () => {
      for (const record of this.model.records) append(tags, record);
      for (const record of this.sheets[0]?.block.space.records ?? []) append(tags, record);
    });
    if (!old) section('OBJECTS', () => this.writeObjects(tags));
    tags.push({ code: 0, value: 'EOF' });
    // The header names the next free handle, so it is made when all others have been given out.
    const body = tags.splice(0);
    section('HEADER', () => this.writeHeader(tags));
    const lineEnd = this.options.lineEnd ?? '\n';
    const text = [...tags, ...body]
      .map((tag) => `${String(tag.code).padStart(3)}${lineEnd}${tag.value}${lineEnd}`)
      .join('');
    return codecFor(this.version, this.options.codePage ?? 'ANSI_1252').encode(text);
  }

  private writeHeader(tags: NewTag[]): void {
    const set = (name: string, code: number, value: string | number): void => {
      tags.push({ code: 9, value: name }, { code, value });
    };
    set('$ACADVER', 1, this.version);
    set('$DWGCODEPAGE', 3, this.options.codePage ?? 'ANSI_1252');
    set('$LTSCALE', 40, decimal(this.options.linetypeScale ?? 1));
    set('$PSLTSCALE', 70, 1);
    if (this.version !== 'AC1009') {
      set('$MEASUREMENT', 70, 1);
      set('$INSUNITS', 70, this.options.units);
    }
    set('$CLAYER', 8, '0');
    set('$HANDLING', 70, 1);
    set('$HANDSEED', 5, (this.lastHandle + 1).toString(16).toUpperCase());
  }

  private writeTables(tags: NewTag[]): void {
    const old = this.version === 'AC1009';
    // A record's name is its first tag: handles that others point to are given out by it.
    const handleOf = (name: string, record: readonly NewTag[]): string =>
      this.handlesOf.get(`${name}|${foldName(String(record[0].value))}`) ?? this.handle();
    const table = (
      name: keyof DrawingComposer['tables'],
      records: readonly NewTag[][],
      subclass: string,
    ): void => {
      tags.push({ code: 0, value: 'TABLE' }, { code: 2, value: name }, { code: 5, value: this.tables[name] });
      if (!old) tags.push({ code: 330, value: '0' }, { code: 100, value: 'AcDbSymbolTable' });
      tags.push({ code: 70, value: records.length });
      if (!old && name === 'DIMSTYLE')
        tags.push({ code: 100, value: 'AcDbDimStyleTable' }, { code: 71, value: records.length });
      for (const record of records) {
        tags.push(
          { code: 0, value: name },
          { code: name === 'DIMSTYLE' ? 105 : 5, value: handleOf(name, record) },
        );
        if (!old)
          tags.push(
            { code: 330, value: this.tables[name] },
            { code: 100, value: 'AcDbSymbolTableRecord' },
            { code: 100, value: subclass },
          );
        append(tags, record);
      }
      tags.push({ code: 0, value: 'ENDTAB' });
    };
    const named = (name: string): NewTag[] => [
      { code: 2, value: name },
      { code: 70, value: 0 },
    ];
    table(
      'VPORT',
      [
        [
          ...named('*Active'),
          ...point2(10, [0, 0]),
          ...point2(11, [1, 1]),
          ...point2(12, [0, 0]),
          { code: 40, value: '1000.0' },
          { code: 41, value: '1.5' },
        ],
      ],
      'AcDbViewportTableRecord',
    );
    // Made before the tables they point into, so that the records there take the handles that are given out here.
    const dimensionStyles = this.dimensionStyles.map(({ name, record, own }) => [
      { code: 2, value: name },
      ...dimensionStyleBody(record, this.version, this.pointTo),
      ...(own === undefined ? [] : ownData(own)),
    ]);
    const plain = (name: string, description = ''): NewLinetype => ({ name, description, elements: [] });
    const linetypes = [
      ...(old ? [] : [plain('ByBlock'), plain('ByLayer')]),
      ...(this.linetypes.some(({ name }) => foldName(name) === 'continuous')
        ? []
        : [plain('Continuous', 'Unbroken line')]),
      ...this.linetypes,
    ];
    table(
      'LTYPE',
      linetypes.map((linetype) => [
        { code: 2, value: linetype.name },
        ...linetypeBody(linetype, this.version, this.pointTo),
      ]),
      'AcDbLinetypeTableRecord',
    );
    table(
      'LAYER',
      [
        ...(this.layers.some(({ name }) => name === '0') ? [] : [{ name: '0', colour: 7 } as NewLayer]),
        ...this.layers,
      ].map((layer) => layerTags(layer, this.version, this.dictionaries.plotStyle)),
      'AcDbLayerTableRecord',
    );
    table(
      'STYLE',
      this.styles.map((style) => [{ code: 2, value: style.name }, ...textStyleBody(style)]),
      'AcDbTextStyleTableRecord',
    );
    table('VIEW', [], 'AcDbViewTableRecord');
    table('UCS', [], 'AcDbUCSTableRecord');
    table('APPID', [...this.applications].map(named), 'AcDbRegAppTableRecord');
    const bare = this.dimensionStyles.some(({ name }) => foldName(name) === 'standard')
      ? []
      : [named('Standard')];
    table('DIMSTYLE', [...bare, ...dimensionStyles], 'AcDbDimStyleTableRecord');
    if (old) return;
    tags.push(
      { code: 0, value: 'TABLE' },
      { code: 2, value: 'BLOCK_RECORD' },
      { code: 5, value: this.tables.BLOCK_RECORD },
      { code: 330, value: '0' },
      { code: 100, value: 'AcDbSymbolTable' },
      { code: 70, value: this.blocks().length },
    );
    for (const block of this.blocks())
      tags.push(
        { code: 0, value: 'BLOCK_RECORD' },
        { code: 5, value: block.recordHandle },
        { code: 330, value: this.tables.BLOCK_RECORD },
        { code: 100, value: 'AcDbSymbolTableRecord' },
        { code: 100, value: 'AcDbBlockTableRecord' },
        { code: 2, value: block.name },
        { code: 340, value: block.layout === '' ? '0' : block.layout },
      );
    tags.push({ code: 0, value: 'ENDTAB' });
  }

  private blocks(): NewSymbol[] {
    const sheets = this.sheets.map((sheet) => sheet.block);
    return this.version === 'AC1009' ? this.symbols : [this.modelBlock, ...sheets, ...this.symbols];
  }

  private writeBlocks(tags: NewTag[]): void {
    const old = this.version === 'AC1009';
    for (const block of this.blocks()) {
      const flags = block.anonymous ? 1 : 0;
      const head = (entity: string, handle: string, subclass: string): NewTag[] => [
        { code: 0, value: entity },
        { code: 5, value: handle },
        ...(old
          ? []
          : [
              { code: 330, value: block.recordHandle },
              { code: 100, value: 'AcDbEntity' },
            ]),
        { code: 8, value: '0' },
        ...(old ? [] : [{ code: 100, value: subclass }]),
      ];
      tags.push(
        ...head('BLOCK', block.blockHandle, 'AcDbBlockBegin'),
        { code: 2, value: block.name },
        { code: 70, value: flags },
        ...point(10, [0, 0]),
        { code: 3, value: block.name },
        { code: 1, value: '' },
        ...(block.own === undefined ? [] : ownData(block.own)),
      );
      const isActive = block === this.modelBlock || block === this.sheets[0]?.block;
      if (!isActive) for (const record of block.space.records) append(tags, record);
      tags.push(...head('ENDBLK', this.handle(), 'AcDbBlockEnd'));
    }
  }

  private writeObjects(tags: NewTag[]): void {
    const model = {
      name: 'Model',
      widthMm: 420,
      heightMm: 297,
      layoutHandle: this.modelLayout,
      block: this.modelBlock,
    };
    const objects = objectTags({
      dictionaries: this.dictionaries,
      sets: withStandardSet(this.parallelSets).map((set) => ({
        set,
        handle: this.parallelSetHandle(set.name),
      })),
      kept: this.kept ? { ...this.kept, handle: this.handle() } : null,
      layouts: [model, ...this.sheets].map(({ name, widthMm, heightMm, layoutHandle, block }) => ({
        name,
        widthMm,
        heightMm,
        handle: layoutHandle,
        blockHandle: block.recordHandle,
      })),
    });
    append(tags, objects);
  }
}
