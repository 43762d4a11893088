import { textStyleOf } from '../../standard/lettering';
import { letteringAligned } from '../rules/lettering/aligned';
import { letteringEmpty } from '../rules/lettering/empty';
import { letteringHeight } from '../rules/lettering/height';
import { letteringOnLine } from '../rules/lettering/on-line';
import { letteringOverlap } from '../rules/lettering/overlap';
import { letteringOwnLooks } from '../rules/lettering/own-looks';
import { letteringStroke } from '../rules/lettering/stroke';
import { letteringStyleChanged } from '../rules/lettering/style-changed';
import { letteringStyleUnknown } from '../rules/lettering/style-unknown';
import { letteringUpsideDown } from '../rules/lettering/upside-down';
import { asDefined, office, type RuleExample, type Side, TEXT, WALL } from './example';

const styled = () => {
  const standard = office();
  return {
    ...standard,
    lettering: { ...standard.lettering, styles: [{ ...textStyleOf('Note'), heightMm: 3.5 }] },
  };
};

interface Note {
  readonly heightMm?: number;
  readonly widthFactor?: number;
  readonly angleDeg?: number;
  readonly says?: string;
  readonly style?: string;
}

/** A wall with a note over it, in the style that is given. */
const noted =
  (note: Note, style: { readonly widthFactor?: number } = {}): Side['draw'] =>
  (sheet, file) => {
    file.textStyle({ name: 'Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0, ...style });
    if (note.style)
      file.textStyle({ name: note.style, font: 'txt', height: 0, widthFactor: 0.7, slantDeg: 20 });
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [8, 6], 62, 10);
    const turned = (note.angleDeg ?? 0) !== 0;
    sheet.text(
      { layer: 'TEXT' },
      turned ? [62, 24] : [12, 21],
      note.heightMm ?? 3.5,
      note.says ?? 'Quay wall',
      { style: note.style ?? 'Note', angleDeg: note.angleDeg ?? 0, widthFactor: note.widthFactor },
    );
  };

const plain: Side = { says: 'The note is as its style has it.', draw: noted({}) };

/** A wall, and three levels under each other beside it. */
const listed =
  (xs: readonly number[]): Side['draw'] =>
  (sheet, file) => {
    file.textStyle({ name: 'Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [8, 4], 20, 28);
    for (const [i, x] of xs.entries())
      sheet.text({ layer: 'TEXT' }, [x, 26 - 9 * i], 3.5, `Level +${3 - i}.20`, { style: 'Note' });
  };

/** A note drawn with a pen. */
const penned =
  (widthMm: number): Side['draw'] =>
  (sheet, file) => {
    file.textStyle({ name: 'Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [8, 6], 62, 10);
    sheet.text({ layer: 'TEXT', widthMm }, [12, 21], 3.5, 'Quay wall', { style: 'Note' });
  };

export const LETTERING_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [letteringStyleChanged.meta.id]: {
    standard: styled(),
    complies: plain,
    breaks: {
      says: 'The style has the name of the standard, but its letters are twice as wide.',
      draw: noted({}, { widthFactor: 2 }),
    },
  },
  [letteringStyleUnknown.meta.id]: {
    standard: styled(),
    complies: plain,
    breaks: {
      says: 'The note is in a style that the standard does not have.',
      draw: noted({ style: 'Theirs' }),
    },
  },
  [letteringHeight.meta.id]: {
    standard: styled(),
    complies: { says: 'The note prints 3.5 mm high, as its style says.', draw: noted({}) },
    breaks: { says: 'The note prints 6 mm high; its style is 3.5 mm.', draw: noted({ heightMm: 6 }) },
  },
  [letteringOwnLooks.meta.id]: {
    standard: styled(),
    complies: plain,
    breaks: {
      says: 'The letters of this one note are squeezed by hand.',
      draw: noted({ widthFactor: 0.5 }),
    },
  },
  [letteringUpsideDown.meta.id]: {
    standard: styled(),
    complies: { says: 'The note reads from the bottom of the sheet.', draw: noted({}) },
    breaks: { says: 'The note stands on its head.', draw: noted({ angleDeg: 180 }) },
  },
  [letteringOverlap.meta.id]: {
    standard: styled(),
    complies: {
      says: 'Two notes, one under the other.',
      draw(sheet, file) {
        noted({})(sheet, file);
        sheet.text({ layer: 'TEXT' }, [12, 27], 3.5, 'Level +3.20', { style: 'Note' });
      },
    },
    breaks: {
      says: 'One note lies over the other.',
      draw(sheet, file) {
        noted({})(sheet, file);
        sheet.text({ layer: 'TEXT' }, [15, 23], 3.5, 'Level +3.20', { style: 'Note' });
      },
    },
  },
  [letteringEmpty.meta.id]: {
    standard: styled(),
    complies: { says: 'The note is there once.', draw: noted({}) },
    breaks: {
      says: 'The note is there twice, on the same place.',
      draw(sheet, file) {
        noted({})(sheet, file);
        sheet.text({ layer: 'TEXT' }, [12, 21], 3.5, 'Quay wall', { style: 'Note' });
      },
    },
  },
  [letteringOnLine.meta.id]: {
    standard: styled(),
    complies: { says: 'The note stands over the wall.', draw: noted({}) },
    breaks: {
      says: 'The edge of the wall runs through the note.',
      draw(sheet, file) {
        noted({})(sheet, file);
        sheet.line({ layer: 'WALL' }, [8, 22.5], [70, 22.5]);
      },
    },
  },
  [letteringAligned.meta.id]: {
    standard: styled(),
    complies: { says: 'The levels stand under each other.', draw: listed([34, 34, 34]) },
    breaks: { says: 'The second stands 0.9 mm beside the others.', draw: listed([34, 34.9, 34]) },
  },
  [letteringStroke.meta.id]: {
    standard: styled(),
    complies: { says: 'Letters of 3.5 mm in a pen of 0.25 mm.', draw: penned(0.25) },
    breaks: { says: 'The same in a pen of 0.7 mm: a fifth of their height.', draw: penned(0.7) },
  },
};
