import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { lineOf } from '../../../standard/standard';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { linesOnPaper } from './on-paper';

const standard = office([officeLayer('WALL', { linetype: 'Broken' })]);

/** A sheet with one viewport at 1 : n, patterns as long as the model makes them or following the paper. */
function onSheet(file: DrawingComposer, n: number): void {
  const sheet = file.sheet('S-1', 420, 297);
  sheet.viewport({ layer: '0' }, [210, 150], 400, 280, [1000, 1000], 1 / n);
}

const wall = { ...GOOD, linetype: 'Broken' };

testRule(linesOnPaper, {
  accept: [
    {
      name: 'a pattern that follows the paper, at any scale',
      standard,
      draw: (file) => {
        file.layer(wall);
        onSheet(file, 100);
        file.model.line({ layer: 'WALL' }, [0, 0], [9000, 0]);
      },
    },
    {
      name: 'a short line with a pattern of the right size, an unbroken one, and one that no sheet shows',
      standard,
      draw: (file) => {
        file.layer(wall);
        file.layer({ name: 'Plain', colour: 1 });
        const sheet = file.sheet('S-1', 420, 297);
        sheet.line({ layer: 'WALL' }, [10, 10], [14, 10]);
        sheet.line({ layer: 'Plain' }, [10, 20], [200, 20]);
        file.model.line({ layer: 'WALL' }, [0, 0], [9000, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'a pattern that closes up on its sheet',
      standard,
      draw: (file) => {
        file.linetype('Fine', '', [0.2, -0.1]);
        file.layer({ name: 'Other', colour: 1, linetype: 'Fine' });
        const sheet = file.sheet('S-1', 420, 297);
        sheet.line({ layer: 'Other' }, [10, 10], [200, 10]);
        sheet.line({ layer: 'Other' }, [10, 20], [200, 20]);
      },
      messages: [
        '2 lines of “Fine” on layer “Other” read as solid on sheet “S-1”: the widest gap prints 0.1 mm wide.',
      ],
      expected: 'gaps of 0.3 mm or more',
      found: 'dash 0.2 mm, gap 0.1 mm',
    },
    {
      name: 'a pattern that is longer than the line',
      standard,
      draw: (file) => {
        file.linetype('Huge', '', [600, -200]);
        file.layer({ name: 'Other', colour: 1, linetype: 'Huge' });
        file.sheet('S-1', 420, 297).line({ layer: 'Other' }, [10, 10], [200, 10]);
      },
      messages: [
        '1 line of “Huge” on layer “Other” shows its pattern nowhere on sheet “S-1”: it repeats every 800 mm.',
      ],
    },
  ],
});

describe('inside symbols', () => {
  /** A symbol with a line of 100 whose factor makes its pattern a tenth of the office’s, placed on a sheet on this layer. */
  const placed = (layer: string, more: (file: DrawingComposer) => void = () => {}): Uint8Array =>
    bytesOf({
      draw: (file) => {
        file.layer(wall);
        file.layer({ ...GOOD, name: 'PLAIN' });
        file.symbol('GATE', (inside) => inside.line({ layer: '0', patternFactor: 0.1 }, [0, 0], [100, 0]));
        file.sheet('S-1', 420, 297).place({ layer }, 'GATE', [10, 10]);
        more(file);
      },
    });

  it('reads a line in the pattern that its placement gives it, and sets it right in the symbol', () => {
    const bytes = placed('WALL', (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9000, 0]));
    expect(findingsOf(bytes, standard, linesOnPaper).map(({ message }) => message)).toEqual([
      '1 line of “Broken” inside symbol “GATE”, on layer “0” reads as solid on sheet “S-1”: the widest gap prints 0.2 mm wide.',
    ]);
    const result = correctDrawing(bytes, standard, { rules: ['lines/on-paper'] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.after.findings.filter(({ rule }) => rule === 'lines/on-paper')).toEqual([]);
  });

  it('does not set the factor of the drawing where a pattern inside a symbol is right as it is', () => {
    const bytes = bytesOf({
      draw: (file) => {
        file.layer(wall);
        file.symbol('GATE', (inside) => inside.line({ layer: 'WALL' }, [0, 0], [100, 0]));
        const sheet = file.sheet('S-1', 420, 297);
        sheet.place({ layer: 'WALL' }, 'GATE', [10, 10]);
        sheet.line({ layer: 'WALL', patternFactor: 0.1 }, [10, 50], [200, 50]);
      },
    });
    const result = correctDrawing(bytes, standard, { rules: ['lines/on-paper'] });
    expect(result.ok && result.value.changes.map(({ kind, property }) => [kind, property])).toEqual([
      ['line', 'pattern factor'],
    ]);
  });

  it('says nothing where it is unbroken, and of symbols that are nowhere placed', () => {
    expect(findingsOf(placed('PLAIN'), standard, linesOnPaper)).toEqual([]);
    const nowhere = placed('PLAIN', (file) =>
      file.symbol('OTHER', (inside) => inside.line({ layer: 'WALL', patternFactor: 0.1 }, [0, 0], [100, 0])),
    );
    expect(findingsOf(nowhere, standard, linesOnPaper)).toEqual([]);
  });

  it('leaves a line to a person whose placements show it in several linetypes', () => {
    const bytes = placed('WALL', (file) => {
      file.linetype('Fine', '', [4, -1]);
      file.layer({ ...GOOD, name: 'FINE', linetype: 'Fine' });
      file.sheet('S-2', 420, 297).place({ layer: 'FINE' }, 'GATE', [10, 10]);
    });
    const result = correctDrawing(bytes, standard, { rules: ['lines/on-paper'] });
    expect(result.ok && result.value.unsettled.map(({ why }) => why)).toEqual([
      'Placements of its symbol show it in several linetypes: no one factor suits them.',
    ]);
  });
});

it('leaves to a person a pattern that closes up as the office itself defines it', () => {
  const fine = office([officeLayer('WALL', { linetype: 'Fine' })]);
  const own = { ...fine, linetypes: [...fine.linetypes, lineOf({ name: 'Fine', elementsMm: [0.8, -0.2] })] };
  const draw = (file: DrawingComposer): void => {
    file.linetype('Fine', '', [0.4, -0.1]);
    file.layer({ ...GOOD, linetype: 'Fine' });
    file.sheet('S-1', 420, 297).line({ layer: 'WALL' }, [10, 10], [200, 10]);
  };
  const bytes = bytesOf({ draw });
  const [found, ...more] = findingsOf(bytes, own, linesOnPaper);
  expect([found.correction, found.remedy, more]).toEqual([
    'manual',
    '“Fine” closes up as Test defines it: give it wider gaps there.',
    [],
  ]);
  const result = correctDrawing(bytes, own, { rules: [linesOnPaper.meta.id] });
  expect(result.ok && result.value.changes).toEqual([]);
});

describe('putting patterns right', () => {
  /** Two sheets' worth of lines drawn in the model at 1:100 inside a frame, with the drawing's factor left at 1. */
  const framed = (extra?: (file: DrawingComposer) => void) => ({
    draw: (file: DrawingComposer) => {
      file.layer(wall);
      for (const inset of [0, 1000])
        file.model.rectangle({ layer: '0' }, [inset, inset], 42000 - 2 * inset, 29700 - 2 * inset);
      for (const [i, words] of ['Scale 1:100', 'P-01', 'Date', 'Drawn'].entries())
        file.model.text({ layer: '0' }, [30000, 2000 + 800 * i], 300, words);
      for (let i = 0; i < 6; i++)
        file.model.line({ layer: 'WALL' }, [3000, 8000 + 900 * i], [20000, 8000 + 900 * i]);
      extra?.(file);
    },
  });
  const put = (bytes: Uint8Array) => {
    const result = correctDrawing(bytes, standard, { rules: ['lines/on-paper'] });
    if (!result.ok) throw new Error(result.problem.message);
    return result.value;
  };

  it('sets the drawing’s factor where all lines want the same one', () => {
    const bytes = bytesOf(framed());
    expect(findingsOf(bytes, standard, linesOnPaper).map(({ message }) => message)).toEqual([
      '6 lines of “Broken” on layer “WALL” read as solid on sheet “P-01”: the widest gap prints 0.02 mm wide.',
    ]);
    const { changes, bytes: corrected, unsettled } = put(bytes);
    expect(unsettled).toEqual([]);
    expect(changes).toMatchObject([
      { property: 'pattern factor', before: '1', after: '100', where: 'header' },
    ]);
    expect(findingsOf(corrected, standard, linesOnPaper)).toEqual([]);
    const read = readDrawing(corrected);
    expect(read.ok && read.value.reader.headerNumber('$LTSCALE', 0)).toBe(100);
  });

  it('sets the objects’ own factors where others want another', () => {
    const bytes = bytesOf(
      framed((file) => {
        const sheet = file.sheet('Layout', 420, 297);
        sheet.line({ layer: 'WALL' }, [10, 10], [200, 10]);
      }),
    );
    const { changes, bytes: corrected } = put(bytes);
    expect(changes).toHaveLength(6);
    expect(new Set(changes.map((change) => `${change.property} ${change.before} ${change.after}`))).toEqual(
      new Set(['pattern factor 1 100']),
    );
    expect(findingsOf(corrected, standard, linesOnPaper)).toEqual([]);
  });

  it('says why the oldest version cannot hold different factors', () => {
    const { unsettled } = put(
      bytesOf({
        version: 'AC1009',
        ...framed((file) => file.sheet('Layout', 420, 297).line({ layer: 'WALL' }, [10, 10], [200, 10])),
      }),
    );
    expect(unsettled[0].why).toContain('one factor for all lines');
  });
});
