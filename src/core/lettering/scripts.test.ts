import { PLAIN_RUN } from '../dxf/fonts';
import { PLAIN_TEXT, type TextShape } from '../dxf/shapes';
import { IDENTITY_SPACE } from '../geometry/space';
import { isOfScript, layOut, missingLetters, textWidth } from './layout';
import { scriptLetterWidth } from './script-letters';

const textOf = (text: string, wrapWidth = 0): TextShape => ({
  ...PLAIN_TEXT,
  type: 'text',
  paragraphs: [{ runs: [{ ...PLAIN_RUN, text }], align: null }],
  x: 0,
  y: 0,
  height: 1,
  wrapWidth,
  system: IDENTITY_SPACE,
});

describe('letters of other scripts', () => {
  it('are known with their widths: an ideograph fills its square, a mark takes no room', () => {
    expect(scriptLetterWidth('平'.codePointAt(0)!)).toBe(1000);
    expect(scriptLetterWidth('か'.codePointAt(0)!)).toBe(1000);
    expect(scriptLetterWidth('한'.codePointAt(0)!)).toBe(920);
    expect(scriptLetterWidth(0x05b8)).toBe(0);
    expect(scriptLetterWidth('A'.codePointAt(0)!)).toBeUndefined();
    expect(textWidth('平面', 'stroke')).toBeCloseTo(2 / 0.7, 6);
  });

  it('are not missing; what no face has still is', () => {
    expect(missingLetters('平面图 한국어 תכנית', 'stroke')).toBe(0);
    expect(missingLetters('𒀀', 'stroke')).toBe(1);
    expect([isOfScript('图'), isOfScript('П')]).toEqual([true, false]);
  });

  it('stand in pieces of their own, and those that are read leftwards in one', () => {
    expect(layOut(textOf('A1 平面')).pieces.map(({ text, script }) => [text.trim(), script])).toEqual([
      ['A1', false],
      ['平面', true],
    ]);
    expect(layOut(textOf('תכנית הקומה')).pieces.map(({ text }) => text)).toEqual(['תכנית הקומה']);
    const words = layOut(textOf('תכנית הקומה A', 100)).pieces.filter(({ text }) => text.trim() !== '');
    expect(words.map(({ text }) => text.trim())).toEqual(['הקומה', 'תכנית', 'A']);
  });
});
