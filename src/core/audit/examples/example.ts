import { DrawingComposer, type SpaceComposer } from '../../dxf/write/composer';
import type { StandardLayer } from '../../standard/definitions';
import { blankStandard, layerOf, lineOf, type Standard } from '../../standard/standard';

/** One of the two small drawings of a rule. */
export interface Side {
  /** What is to be seen, in one sentence. */
  readonly says: string;
  /** Draws on a sheet of {@link SHEET_MM}; layers and linetypes that it does not define come as the office has them. */
  draw(sheet: SpaceComposer, file: DrawingComposer): void;
  readonly version?: 'AC1009' | 'AC1024';
  /** Patterns that differ from the office's, by their names. */
  readonly linetypes?: Readonly<Record<string, readonly number[]>>;
  /** Number of the unit in the header; mm where it is absent. */
  readonly units?: number;
  /** What no program should write is written into the file afterwards. */
  spoil?(text: string): string;
}

/** A drawing that a rule lets pass, and one in which it finds something; both checked against one standard. */
export interface RuleExample {
  readonly standard: Standard;
  readonly complies: Side;
  readonly breaks: Side;
}

/** Width and height of the sheet that examples are drawn on. */
export const SHEET_MM = [78, 36] as const;

export const WALL: StandardLayer = layerOf({ name: 'WALL', colour: { number: 7 }, widthMm: 0.5 });
export const AXIS: StandardLayer = layerOf({
  name: 'AXIS',
  colour: { number: 1 },
  widthMm: 0.18,
  linetype: 'Axis',
});
export const TEXT: StandardLayer = layerOf({ name: 'TEXT', colour: { number: 5 }, widthMm: 0.25 });

/** A small office: walls, axes, lettering, two broken lines. */
export const office = (more: Partial<Standard> = {}): Standard => ({
  ...blankStandard('Example'),
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'Axis', elementsMm: [8, -1.5, 0, -1.5] }),
    lineOf({ name: 'Dashed', elementsMm: [3, -1.5] }),
  ],
  layers: [WALL, AXIS, TEXT],
  ...more,
});

/** A layer as an office defines it, for a drawing. */
export const asDefined = ({ name, colour, widthMm, linetype, prints }: StandardLayer) => ({
  name,
  colour: 'number' in colour ? colour.number : 7,
  ...(widthMm === null ? {} : { widthMm }),
  linetype,
  prints,
});

/** Two walls with an axis between them, and what they are. */
export function wallWithAxis(sheet: SpaceComposer, wall = 'WALL', axis = 'AXIS'): void {
  sheet.line({ layer: wall }, [8, 13], [70, 13]);
  sheet.line({ layer: wall }, [8, 23], [70, 23]);
  sheet.line({ layer: axis }, [4, 18], [74, 18]);
}

/** The bytes of one side of an example. */
export function exampleBytes({ standard }: RuleExample, side: Side): Uint8Array {
  const file = new DrawingComposer({ version: side.version ?? 'AC1024', units: side.units ?? 4 });
  file.textStyle({ name: 'Standard', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  for (const { name, elementsMm } of standard.linetypes)
    if (elementsMm.length > 0) file.linetype(name, '', side.linetypes?.[name] ?? elementsMm);
  // The oldest version keeps sheets in another way: there the model is the drawing.
  const sheet = side.version === 'AC1009' ? file.model : file.sheet('Example', ...SHEET_MM);
  side.draw(sheet, file);
  const bytes = file.bytes();
  return side.spoil ? new TextEncoder().encode(side.spoil(new TextDecoder().decode(bytes))) : bytes;
}
