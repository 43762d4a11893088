import { byKind, officeNames } from '../standard/named-kinds';
import { blankStandard, layerOf, lineOf, type Standard } from '../standard/standard';
import { crosswalkRows, type NameDecision, readCrosswalk } from './crosswalk-table';
import { readDelimited, writeDelimited } from './delimited';

const standard: Standard = {
  ...blankStandard('Office'),
  layers: ['A-WALL', 'A-DOOR'].map((name) => layerOf({ name, colour: { number: 3 } })),
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Hidden', elementsMm: [3, -1] })],
};
const office = byKind((kind) => officeNames(standard, kind).map(({ name }) => name));
const HEAD = ['Kind', 'Sender’s name', 'Stands for'];

describe('a crosswalk as a table', () => {
  const decisions: (NameDecision & { decidedAt: string })[] = [
    {
      kind: 'layer',
      name: 'WÄNDE, außen',
      action: 'map',
      target: 'A-WALL',
      decidedAt: '2026-11-02T08:00:00Z',
    },
    { kind: 'layer', name: '=tmp1', action: 'remove', target: '', decidedAt: '2026-11-03T08:00:00Z' },
    {
      kind: 'linetype',
      name: 'VERDECKT_2',
      action: 'map',
      target: 'Hidden',
      decidedAt: '2026-11-03T08:00:00Z',
    },
  ];

  it('comes back as it went out, as text between separators too', () => {
    const wanted = { decisions: decisions.map(({ decidedAt: _, ...decision }) => decision) };
    expect(readCrosswalk(crosswalkRows(decisions), office)).toEqual(wanted);
    expect(readCrosswalk(readDelimited(writeDelimited(crosswalkRows(decisions))), office)).toEqual(wanted);
  });

  it('takes columns in any order, other cases, plain quotes, and layers where no kind is said', () => {
    expect(
      readCrosswalk(
        [
          ['stands for', "SENDER'S NAME", 'Remarks'],
          ['a-wall', 'Wand', 'all of them'],
          ['', 'Tür', 'nobody knows'],
          ['', '', ''],
        ],
        office,
      ),
    ).toEqual({ decisions: [{ kind: 'layer', name: 'Wand', action: 'map', target: 'A-WALL' }] });
  });

  it('says of every cell what is wrong with it, and takes nothing of such a table', () => {
    expect(
      readCrosswalk(
        [
          HEAD,
          ['layer', 'Wand', 'A-WALS'],
          ['colour', 'Rot', 'A-WALL'],
          ['linetype', 'X', '(remove)'],
          ['layer', '', 'A-DOOR'],
          ['layer', 'Tor', 'A-DOOR'],
          ['LAYER', 'TOR', 'A-WALL'],
        ],
        office,
      ),
    ).toEqual({
      faults: [
        { row: 2, column: 'Stands for', message: 'the standard has no layer “A-WALS”' },
        {
          row: 3,
          column: 'Kind',
          message:
            '“colour” is no kind of name: layer, linetype, text style, dimension style, fill, parallel-line set, symbol',
        },
        { row: 4, column: 'Stands for', message: 'only layers and symbols can be removed' },
        { row: 5, column: 'Sender’s name', message: 'a name is needed' },
        { row: 7, column: 'Sender’s name', message: '“TOR” is in row 6 too' },
      ],
    });
    expect(readCrosswalk([['a', 'b']], office)).toEqual({
      faults: ['Sender’s name', 'Stands for'].map((column) => ({
        row: 1,
        column,
        message: 'the first row names no such column',
      })),
    });
  });
});
