import { append } from '../../append';
import type { NewTag } from '../edit/edits';
import { type FillPattern, GRADIENTS_FROM, gradientTags, patternTags } from '../edit/fill-tags';
import { ownData } from '../edit/record-bodies';
import { WIDTH_FROM_SYMBOL } from '../objects';
import { decimal } from '../real';
import { drawDimension } from './composer-dimension';
import {
  addReactor,
  cornersOf,
  type HostOf,
  oldView,
  ownSettings,
  type Point,
  type Props,
  point,
  point2,
  type TextOptions,
} from './space-tags';

export type { Point, Props, TextOptions } from './space-tags';

/** What a space needs of the file it is part of: a whole new one, or a drawing that is being edited. */
export type ComposerHost = HostOf<SpaceComposer>;

/** Records of the space being drawn in: a symbol, the model or a sheet. */
export class SpaceComposer {
  readonly records: NewTag[][] = [];

  constructor(
    private readonly file: ComposerHost,
    private readonly owner: string,
    private readonly onPaper: boolean,
  ) {}

  line(props: Props, from: Point, to: Point): void {
    this.record('LINE', props, 'AcDbLine', [...point(10, from), ...point(11, to)]);
  }

  /**
   * A run of a set of parallel lines that the file defines, through two points or more. Not in the oldest version.
   * @param set its lines by how far left they lie, in the order of the set, before `scale`
   */
  parallels(
    props: Props,
    set: { readonly name: string; readonly offsets: readonly number[]; readonly handle?: string },
    points: readonly Point[],
    { scale = 1, closed = false }: { readonly scale?: number; readonly closed?: boolean } = {},
  ): void {
    this.record('MLINE', props, 'AcDbMline', [
      { code: 2, value: set.name },
      { code: 340, value: set.handle ?? this.file.parallelSetHandle?.(set.name) ?? '0' },
      { code: 40, value: decimal(scale) },
      // Counted from the line that is drawn, its vertices given.
      { code: 70, value: 1 },
      { code: 71, value: closed ? 3 : 1 },
      { code: 72, value: points.length },
      { code: 73, value: set.offsets.length },
      ...point(10, points[0]),
      { code: 210, value: '0.0' },
      { code: 220, value: '0.0' },
      { code: 230, value: '1.0' },
      ...cornersOf(points, closed).flatMap(({ at, way, mitre, stretch }): NewTag[] => [
        ...point(11, at),
        ...point(12, way),
        ...point(13, mitre),
        ...set.offsets.flatMap((offset): NewTag[] => [
          { code: 74, value: 2 },
          { code: 41, value: decimal(offset * scale * stretch) },
          { code: 41, value: '0.0' },
          { code: 75, value: 0 },
        ]),
      ]),
    ]);
  }

  /**
   * @param bulges one for each vertex, where segments are arcs
   * @param width of the line itself, drawing units
   * @returns its handle; empty in the oldest version
   */
  polyline(
    props: Props,
    points: readonly Point[],
    closed = false,
    bulges: readonly number[] = [],
    width = 0,
  ): string {
    if (this.file.version === 'AC1009') {
      this.oldPolyline(props, points, closed, bulges, width);
      return '';
    }
    return this.record('LWPOLYLINE', props, 'AcDbPolyline', [
      { code: 90, value: points.length },
      { code: 70, value: closed ? 1 : 0 },
      ...(width > 0 ? [{ code: 43, value: decimal(width) }] : []),
      ...points.flatMap(([x, y], i): NewTag[] => [
        { code: 10, value: decimal(x) },
        { code: 20, value: decimal(y) },
        ...(bulges[i] ? [{ code: 42, value: decimal(bulges[i]) }] : []),
      ]),
    ]);
  }

  private oldPolyline(
    props: Props,
    points: readonly Point[],
    closed: boolean,
    bulges: readonly number[],
    width: number,
  ): void {
    this.record('POLYLINE', props, '', [
      { code: 66, value: 1 },
      ...point(10, [0, 0]),
      { code: 70, value: closed ? 1 : 0 },
      ...(width > 0
        ? [
            { code: 40, value: decimal(width) },
            { code: 41, value: decimal(width) },
          ]
        : []),
    ]);
    for (const [i, at] of points.entries())
      this.record('VERTEX', { layer: props.layer }, '', [
        ...point(10, at),
        ...(bulges[i] ? [{ code: 42, value: decimal(bulges[i]) }] : []),
      ]);
    this.record('SEQEND', { layer: props.layer }, '', []);
  }

  rectangle(props: Props, [x, y]: Point, width: number, height: number): void {
    this.polyline(
      props,
      [
        [x, y],
        [x + width, y],
        [x + width, y + height],
        [x, y + height],
      ],
      true,
    );
  }

  circle(props: Props, centre: Point, radius: number): void {
    this.record('CIRCLE', props, 'AcDbCircle', [...point(10, centre), { code: 40, value: decimal(radius) }]);
  }

  arc(props: Props, centre: Point, radius: number, fromDeg: number, toDeg: number): void {
    const round: NewTag[] = [...point(10, centre), { code: 40, value: decimal(radius) }];
    const sweep: NewTag[] = [
      { code: 50, value: decimal(fromDeg) },
      { code: 51, value: decimal(toDeg) },
    ];
    this.record(
      'ARC',
      props,
      'AcDbCircle',
      this.marked ? [...round, { code: 100, value: 'AcDbArc' }, ...sweep] : [...round, ...sweep],
    );
  }

  solid(props: Props, corners: readonly [Point, Point, Point, Point]): void {
    const [a, b, c, d] = corners;
    this.record('SOLID', props, 'AcDbTrace', [
      ...point(10, a),
      ...point(11, b),
      ...point(12, d),
      ...point(13, c),
    ]);
  }

  text(props: Props, at: Point, height: number, text: string, options: TextOptions = {}): void {
    const across = { left: 0, centre: 1, right: 2 }[options.across ?? 'left'];
    const up = options.up === 'middle' ? 2 : 0;
    const placed = across !== 0 || up !== 0;
    const body: NewTag[] = [
      ...point(10, at),
      { code: 40, value: decimal(height) },
      { code: 1, value: text },
      ...(options.angleDeg ? [{ code: 50, value: decimal(options.angleDeg) }] : []),
      ...(options.widthFactor === undefined ? [] : [{ code: 41, value: decimal(options.widthFactor) }]),
      ...(options.slantDeg === undefined ? [] : [{ code: 51, value: decimal(options.slantDeg) }]),
      { code: 7, value: options.style ?? 'Standard' },
      ...(across ? [{ code: 72, value: across }] : []),
      ...(placed ? point(11, at) : []),
    ];
    const vertical: NewTag[] = up ? [{ code: 73, value: up }] : [];
    this.record(
      'TEXT',
      props,
      'AcDbText',
      this.marked ? [...body, { code: 100, value: 'AcDbText' }, ...vertical] : [...body, ...vertical],
    );
  }

  /** Multi-line text from its top left; `\P` starts a line. */
  paragraph(props: Props, at: Point, height: number, width: number, text: string, style = 'Standard'): void {
    this.record('MTEXT', props, 'AcDbMText', [
      ...point(10, at),
      { code: 40, value: decimal(height) },
      { code: 41, value: decimal(width) },
      { code: 71, value: 1 },
      { code: 72, value: 1 },
      { code: 1, value: text },
      { code: 7, value: style },
    ]);
  }

  place(
    props: Props,
    symbol: string,
    at: Point,
    options: { angleDeg?: number; scale?: number; scaleX?: number } = {},
  ): void {
    const scale = options.scale ?? 1;
    const scaleX = options.scaleX ?? scale;
    this.record('INSERT', props, 'AcDbBlockReference', [
      { code: 2, value: symbol },
      ...point(10, at),
      ...(scaleX !== 1 ? [{ code: 41, value: decimal(scaleX) }] : []),
      ...(scale !== 1
        ? [
            { code: 42, value: decimal(scale) },
            { code: 43, value: decimal(scale) },
          ]
        : []),
      ...(options.angleDeg ? [{ code: 50, value: decimal(options.angleDeg) }] : []),
    ]);
  }

  /** Area filled with parallel lines; not in the oldest version. */
  fill(
    props: Props,
    boundary: readonly Point[],
    angleDeg: number,
    spacing: number,
    islands: readonly (readonly Point[])[] = [],
  ): void {
    const angleRad = (angleDeg * Math.PI) / 180;
    this.patternFill(props, [boundary, ...islands], {
      name: 'LINES',
      angleDeg,
      scale: spacing,
      families: [
        {
          angleRad,
          baseX: 0,
          baseY: 0,
          offsetX: -Math.sin(angleRad) * spacing,
          offsetY: Math.cos(angleRad) * spacing,
          dashes: [],
        },
      ],
    });
  }

  /**
   * Area with a pattern; not in the oldest version. The families are as they lie in the area, turned and scaled;
   * without families it is solid.
   * @param tiedTo handles of the closed object around each loop
   */
  patternFill(
    props: Props,
    loops: readonly (readonly Point[])[],
    pattern: FillPattern,
    own?: unknown,
    tiedTo: readonly string[] = [],
  ): void {
    const { families, gradient } = pattern;
    if (own !== undefined) this.file.usesOwnData?.();
    const solid = families.length === 0;
    const handle = this.record('HATCH', props, 'AcDbHatch', [
      ...point(10, [0, 0]),
      { code: 210, value: '0.0' },
      { code: 220, value: '0.0' },
      { code: 230, value: '1.0' },
      { code: 2, value: pattern.name },
      { code: 70, value: solid ? 1 : 0 },
      { code: 71, value: tiedTo.length > 0 ? 1 : 0 },
      { code: 91, value: loops.length },
      ...loops.flatMap((loop, i): NewTag[] => [
        { code: 92, value: i === 0 ? 3 : 18 },
        { code: 72, value: 0 },
        { code: 73, value: 1 },
        { code: 93, value: loop.length },
        ...loop.flatMap(([x, y]): NewTag[] => [
          { code: 10, value: decimal(x) },
          { code: 20, value: decimal(y) },
        ]),
        { code: 97, value: tiedTo[i] === undefined ? 0 : 1 },
        ...(tiedTo[i] === undefined ? [] : [{ code: 330, value: tiedTo[i] }]),
      ]),
      { code: 75, value: 0 },
      { code: 76, value: 0 },
      ...(solid ? [] : patternTags(pattern)),
      { code: 98, value: 0 },
      ...(gradient && this.file.version >= GRADIENTS_FROM ? gradientTags(gradient) : []),
      ...(own === undefined ? [] : ownData(own)),
    ]);
    for (const boundary of new Set(tiedTo)) addReactor(this.records, boundary, handle);
  }

  /** Level or plumb dimension with its picture. `offset` is the place of the dimension line: a y, or an x when plumb. */
  dimension(
    props: Props,
    from: Point,
    to: Point,
    offset: number,
    textHeight: number,
    options: {
      plumb?: boolean;
      says?: string;
      style?: string;
      /** Settings of its own, numbers by their codes. */
      own?: ReadonlyMap<number, number>;
      /** Draws its picture in place of a plain one. */
      draw?: (picture: SpaceComposer) => void;
    } = {},
  ): void {
    const plumb = options.plumb ?? false;
    const value = plumb ? Math.abs(to[1] - from[1]) : Math.abs(to[0] - from[0]);
    const a: Point = plumb ? [offset, from[1]] : [from[0], offset];
    const b: Point = plumb ? [offset, to[1]] : [to[0], offset];
    const says = options.says || `${Math.round(value)}`;
    const name = this.file.dimensionPicture(
      options.draw ?? ((space) => drawDimension(space, textHeight, from, to, a, b, plumb, says)),
    );
    const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const aligned: NewTag[] = [...point(13, from), ...point(14, to)];
    const turned: NewTag[] = plumb ? [{ code: 50, value: '90.0' }] : [];
    this.record('DIMENSION', props, 'AcDbDimension', [
      { code: 2, value: name },
      ...point(10, b),
      ...point(11, middle),
      { code: 70, value: 32 },
      ...(options.says ? [{ code: 1, value: options.says }] : []),
      { code: 3, value: options.style ?? 'Standard' },
      ...(this.marked ? [{ code: 100, value: 'AcDbAlignedDimension' }] : []),
      ...aligned,
      ...turned,
      ...(this.marked ? [{ code: 100, value: 'AcDbRotatedDimension' }] : []),
      ...(options.own ? ownSettings(options.own) : []),
    ]);
  }

  /** Window onto the model: its rectangle on the sheet, the model point at its centre, and the scale 1:`scale`. */
  viewport(
    props: Props,
    centre: Point,
    width: number,
    height: number,
    modelCentre: Point,
    scale: number,
  ): void {
    this.viewportRecord(props, centre, width, height, modelCentre, height * scale, this.file.nextViewport());
  }

  viewportRecord(
    props: Props,
    centre: Point,
    width: number,
    height: number,
    view: Point,
    viewHeight: number,
    id: number,
  ): void {
    const window: NewTag[] = [
      ...point(10, centre),
      { code: 40, value: decimal(width) },
      { code: 41, value: decimal(height) },
      { code: 68, value: id },
      { code: 69, value: id },
    ];
    if (!this.marked) {
      this.record('VIEWPORT', props, '', [...window, ...oldView(view, viewHeight)]);
      return;
    }
    this.record('VIEWPORT', props, 'AcDbViewport', [
      ...window,
      { code: 12, value: decimal(view[0]) },
      { code: 22, value: decimal(view[1]) },
      ...point2(13, [0, 0]),
      ...point2(14, [10, 10]),
      ...point2(15, [10, 10]),
      ...point(16, [0, 0], 1),
      ...point(17, [0, 0]),
      { code: 42, value: '50.0' },
      { code: 43, value: '0.0' },
      { code: 44, value: '0.0' },
      { code: 45, value: decimal(viewHeight) },
      { code: 50, value: '0.0' },
      { code: 51, value: '0.0' },
      { code: 72, value: 1000 },
      { code: 90, value: 32864 },
      { code: 281, value: 0 },
      { code: 71, value: 1 },
    ]);
  }

  private get marked(): boolean {
    return this.file.version !== 'AC1009';
  }

  /**
   * Any object, with the tags that its kind asks for.
   * @returns its handle; empty in a file without handles
   */
  record(entity: string, props: Props, subclass: string, body: readonly NewTag[]): string {
    const handle = this.file.handle();
    const record: NewTag[] = [{ code: 0, value: entity }];
    if (handle !== '') record.push({ code: 5, value: handle });
    if (this.marked) {
      if (this.owner !== '') record.push({ code: 330, value: this.owner });
      record.push({ code: 100, value: 'AcDbEntity' });
    }
    if (this.onPaper) record.push({ code: 67, value: 1 });
    record.push({ code: 8, value: props.layer });
    if (props.linetype !== undefined) record.push({ code: 6, value: props.linetype });
    if (props.patternFactor !== undefined) record.push({ code: 48, value: decimal(props.patternFactor) });
    if (props.colour !== undefined) record.push({ code: 62, value: props.colour });
    if (props.widthMm !== undefined && this.marked)
      record.push({
        code: 370,
        value: props.widthMm === 'of the symbol' ? WIDTH_FROM_SYMBOL : Math.round(props.widthMm * 100),
      });
    if (props.transparency !== undefined && this.marked)
      record.push({ code: 440, value: 0x02000000 + Math.round((1 - props.transparency / 100) * 255) });
    if (this.marked && subclass !== '') record.push({ code: 100, value: subclass });
    append(record, body);
    this.records.push(record);
    return handle;
  }
}
