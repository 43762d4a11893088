import { readDrawing } from './read/interpret';
import { BINARY_SENTINEL, sniff } from './sniff';

const bytes = (text: string): Uint8Array => Uint8Array.from(text, (character) => character.charCodeAt(0));
const codeOf = (text: string): string => {
  const result = sniff(bytes(text));
  return result.ok ? 'text' : result.problem.code;
};

describe('sniff', () => {
  it.each([
    ['', 'empty'],
    ['AC1032\0\0\0\0\x01', 'closed-binary'],
    [`${BINARY_SENTINEL}\r\n\x1a\0`, 'cut'],
    [`${BINARY_SENTINEL}\r\n\x1a\0\0\0SECTION\0`, 'text'],
    ['%PDF-1.7', 'not-dxf'],
    ['PK\x03\x04', 'not-dxf'],
    ['\x89PNG\r\n', 'not-dxf'],
    ['<svg xmlns', 'not-dxf'],
    ['{"a":1}', 'not-dxf'],
    ['hello world', 'not-dxf'],
    ['\xff\xfe0\0', 'utf16'],
    ['  0\r\nSECTION\r\n', 'text'],
    ['999\nmade by hand\n  0\nSECTION\n', 'text'],
  ])('%j is %s', (text, code) => expect(codeOf(text)).toBe(code));

  it('says what to do with a closed binary drawing', () => {
    const result = sniff(bytes('AC1027\0\0'));
    if (result.ok) throw new Error('should be refused');
    expect(result.problem.message).toContain('closed binary format');
    expect(result.problem.action).toContain('export it as DXF');
  });
});

describe('files that begin well and go wrong', () => {
  const head = '  0\nSECTION\n  2\nHEADER\n  9\n$ACADVER\n  1\nAC1027\n  0\nENDSEC\n';
  const problemOf = (text: string): string => {
    const result = readDrawing(bytes(text));
    return result.ok ? 'read' : result.problem.code;
  };
  it.each([
    [`${head}  0\nSECTION\n  2\nENTITIES\n  0\nLINE\n  8\n0\n`, 'cut'],
    [`${head}  0\nSECTION\n  2\nTABLES\n  0\nTABLE\n  2\nLAYER\n`, 'cut'],
    [head, 'cut'],
    [head.replace('AC1027', 'AC9999'), 'unknown-version'],
    [head.replace('AC1027', 'AC1001'), 'unknown-version'],
    ['  0\nLINE\n  8\n0\n', 'not-dxf'],
    [`${head}  0\nSECTION\n  2\nENTITIES\n  0\nENDSEC\n  0\nEOF\n`, 'read'],
    // Some programs leave the end mark out; nothing is missing then.
    [`${head}  0\nSECTION\n  2\nENTITIES\n  0\nENDSEC\n`, 'read'],
  ])('case %#', (text, code) => expect(problemOf(text)).toBe(code));
});
