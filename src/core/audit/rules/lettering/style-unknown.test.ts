import { correctDrawing } from '../../../correct/correct';
import { allProposals } from '../../../correct/proposals';
import { wordsOf } from '../../../dxf/read/decode-text';
import { factsOf } from '../../../facts/facts';
import { LIKELY } from '../../likeness/likely';
import { bytesOf, findingsOf, testRule } from '../testing';
import { letteringStyleUnknown } from './style-unknown';
import { lettered, NOTE, ON_WALL, onSheet, opened } from './testing';

const standard = lettered();
const inStyles = (...styles: readonly (readonly [style: string, height: number])[]) =>
  onSheet((sheet) => {
    for (const [i, [style, height]] of styles.entries())
      sheet.text(ON_WALL, [10, 10 + 10 * i], height, `Text ${i}`, { style });
  });

testRule(letteringStyleUnknown, {
  accept: [
    {
      name: 'styles of the standard, and styles that no text is in',
      standard,
      draw: inStyles(['Note', 2.5], ['Title', 5]),
    },
    {
      name: 'any style, where the standard has none',
      standard: lettered({ styles: [] }),
      draw: inStyles(['Theirs', 3]),
    },
  ],
  reject: [
    {
      name: 'each other style once, with its texts',
      standard,
      draw: inStyles(['Theirs', 2.5], ['Theirs', 2.5], ['Standard', 5], ['Note', 2.5]),
      messages: [
        'Text style “Standard” is not in the standard (1 text).',
        'Text style “Theirs” is not in the standard (2 texts).',
      ],
      expected: 'a text style of the standard',
      found: 'Standard',
    },
  ],
});

const proposed = (draw: ReturnType<typeof inStyles>) =>
  Object.values(allProposals(opened(bytesOf({ draw })), standard)).map(({ proposals, asks }) => [
    asks,
    proposals.map(({ to, likeness }) => [to, likeness >= LIKELY]),
  ]);

describe('what a style of a sender stands for', () => {
  it('is likely the one that its name means, whose height its texts have, and whose letters', () => {
    const draw = onSheet((sheet, file) => {
      file.textStyle({ name: 'Notes-2', font: 'romans', height: 0, widthFactor: 1, slantDeg: 0 });
      sheet.text(ON_WALL, [10, 10], 2.5, 'Text', { style: 'Notes-2' });
    });
    expect(proposed(draw)).toContainEqual([{ kind: 'text style', name: 'Notes-2' }, [['Note', true]]]);
  });

  it('is open where height and letters alone agree', () => {
    expect(proposed(inStyles(['Theirs', 2.5], ['Theirs', 2.5]))).toEqual([
      [{ kind: 'text style', name: 'Theirs' }, [['Note', false]]],
    ]);
  });

  it('is not likely where its texts have several heights', () => {
    const [[, proposals]] = proposed(inStyles(['Theirs', 2.5], ['Theirs', 5]));
    expect(proposals).toEqual([
      ['Note', false],
      ['Title', false],
    ]);
  });
});

function decided(draw: ReturnType<typeof inStyles>, to: string) {
  const bytes = bytesOf({ draw });
  const decisions = findingsOf(bytes, standard, letteringStyleUnknown).map(({ key }) => ({
    finding: key,
    option: 'become',
    to,
  }));
  const result = correctDrawing(bytes, standard, { findings: [], decisions });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

describe('a decision', () => {
  it('moves the texts to a style that is there, whose others stay, and is remembered', () => {
    const { drawing, memories, unsettled } = decided(inStyles(['Theirs', 2.5], ['Note', 2.5]), 'Note');
    const facts = factsOf(drawing, 0.25);
    expect(facts.rowsOfKind('text').map((row) => [wordsOf(drawing, row), facts.text(row)!.style])).toEqual([
      ['Text 0', 'Note'],
      ['Text 1', 'Note'],
    ]);
    expect(drawing.textStyles.has('theirs')).toBe(false);
    expect(memories).toEqual([{ kind: 'text style', name: 'Theirs', action: 'map', target: 'Note' }]);
    expect(unsettled).toEqual([]);
  });

  it('on several styles at once ends in one, brought in line with the standard', () => {
    const draw = onSheet((sheet, file) => {
      for (const name of ['Wide', 'Slanted'])
        file.textStyle({ name, font: 'romans', height: 0, widthFactor: 1.5, slantDeg: 10 });
      sheet.text(ON_WALL, [10, 10], 5, 'A', { style: 'Wide' });
      sheet.text(ON_WALL, [10, 20], 5, 'B', { style: 'Slanted' });
      sheet.text(ON_WALL, [10, 30], 2.5, 'C', NOTE);
    });
    const office = lettered({
      styles: [...standard.lettering.styles, { ...standard.lettering.styles[0], name: 'Head', heightMm: 5 }],
    });
    const bytes = bytesOf({ draw });
    const decisions = findingsOf(bytes, office, letteringStyleUnknown).map(({ key }) => ({
      finding: key,
      option: 'become',
      to: 'Head',
    }));
    const result = correctDrawing(bytes, office, { findings: [], decisions });
    if (!result.ok) throw new Error(result.problem.message);
    const { drawing, unsettled } = result.value;
    expect(unsettled).toEqual([]);
    expect(drawing.textStyles.get('head')).toMatchObject({
      name: 'Head',
      font: 'romans',
      widthFactor: 1,
      obliqueDeg: 0,
    });
    expect(drawing.textStyles.has('wide') || drawing.textStyles.has('slanted')).toBe(false);
    const facts = factsOf(drawing, 0.25);
    expect(facts.rowsOfKind('text').map((row) => facts.text(row)!.style)).toEqual(['Head', 'Head', 'Note']);
  });
});
