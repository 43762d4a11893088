import { fileDoubledRecords } from '../rules/file/doubled-records';
import { fileForeign } from '../rules/file/foreign';
import { fileHandles } from '../rules/file/handles';
import { fileStructure } from '../rules/file/structure';
import { fileUnused } from '../rules/file/unused';
import { AXIS, asDefined, office, type RuleExample, WALL, wallWithAxis } from './example';

const drawn: RuleExample['complies']['draw'] = (sheet, file) => {
  file.layer(asDefined(WALL));
  file.layer(asDefined(AXIS));
  wallWithAxis(sheet);
};

const HANDLE = /(LINE\r?\n {2}5\r?\n)([0-9A-F]+)/g;

export const FILE_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [fileStructure.meta.id]: {
    standard: office(),
    complies: { says: 'The file ends with its end mark.', draw: drawn },
    breaks: {
      says: 'It looks the same, but the file breaks off before its end mark: some programs refuse it.',
      draw: drawn,
      spoil: (text) => text.replace(/\s+0\r?\nEOF\r?\n$/, '\n'),
    },
  },
  [fileHandles.meta.id]: {
    standard: office(),
    complies: { says: 'Each line has a handle of its own.', draw: drawn },
    breaks: {
      says: 'It looks the same, but two lines share one handle: what points to it may mean either.',
      draw: drawn,
      spoil(text) {
        const [, , first] = HANDLE[Symbol.matchAll](text).next().value ?? [];
        let at = 0;
        return text.replace(HANDLE, (whole, head: string) => (++at === 2 ? `${head}${first}` : whole));
      },
    },
  },
  [fileForeign.meta.id]: {
    standard: office(),
    complies: { says: 'Two walls and an axis, which every program shows.', draw: drawn },
    breaks: {
      says: 'Beside them lies an embedded document, which shows in one program alone.',
      draw(sheet, file) {
        drawn(sheet, file);
        sheet.record('OLE2FRAME', { layer: 'WALL' }, 'AcDbOle2Frame', [
          { code: 70, value: 2 },
          { code: 3, value: 'Report' },
        ]);
      },
    },
  },
  [fileUnused.meta.id]: {
    standard: office(),
    complies: { says: 'What is defined in the file is drawn with, or is the office’s.', draw: drawn },
    breaks: {
      says: 'It looks the same, but a linetype and a symbol of another project are still in it.',
      draw(sheet, file) {
        file.linetype('FENCE_OLD', '', [16, -3, 0, -3]);
        file.symbol('Tree 12', (symbol) => symbol.circle({ layer: 'WALL' }, [0, 0], 6));
        drawn(sheet, file);
      },
    },
  },
  [fileDoubledRecords.meta.id]: {
    standard: office(),
    complies: { says: 'The linetype of the axis is defined once.', draw: drawn },
    breaks: {
      says: 'A second definition “AXIS” with longer dashes stands beside the first: programs differ in which counts.',
      draw(sheet, file) {
        file.linetype('AXIS', '', [16, -3, 0, -3]);
        drawn(sheet, file);
      },
    },
  },
};
