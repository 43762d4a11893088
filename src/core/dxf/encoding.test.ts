import { codecFor, decodeEscapes } from './encoding';

const decode = (codec: ReturnType<typeof codecFor>, ...bytes: number[]): string =>
  codec.decode(Uint8Array.from(bytes), 0, bytes.length);

describe('codecFor', () => {
  it('reads UTF-8 from 2007 on, whatever code page the header names', () => {
    expect(decode(codecFor('AC1021', 'ANSI_932'), 0xe5, 0xa3, 0x81)).toBe('壁');
  });

  it.each([
    ['ANSI_932', [0x95, 0xc7], '壁'],
    ['ANSI_936', [0xc7, 0xbd], '墙'],
    ['ANSI_949', [0xba, 0xae], '벽'],
    ['ANSI_950', [0xc0, 0xf0], '牆'],
    ['ANSI_1251', [0xd1, 0xf2], 'Ст'],
    ['ANSI_1253', [0xd4], 'Τ'],
    ['ANSI_1252', [0xc4], 'Ä'],
    ['DOS850', [0x8e], 'Ä'],
  ])('reads %s before 2007', (page, bytes, text) => {
    const codec = codecFor('AC1018', page);
    expect(decode(codec, ...bytes)).toBe(text);
    expect([...codec.encode(text)]).toEqual(bytes);
  });

  it('writes what a code page cannot hold as an escape that reads back', () => {
    const codec = codecFor('AC1015', 'ANSI_1252');
    const written = codec.encode('Wand 壁');
    expect(new TextDecoder('latin1').decode(written)).toBe('Wand \\U+58C1');
    expect(codec.decode(written, 0, written.length)).toBe('Wand 壁');
  });

  it('falls back to 1252 and says so when the code page is unknown', () => {
    expect(codecFor('AC1015', 'MOON_7').label).toContain('MOON_7');
  });
});

describe('decodeEscapes', () => {
  it('resolves both escapes', () => {
    expect(decodeEscapes('\\U+00D8 240')).toBe('Ø 240');
    expect(decodeEscapes('\\M+195C7')).toBe('壁');
    expect(decodeEscapes('C:\\plans')).toBe('C:\\plans');
  });
});
