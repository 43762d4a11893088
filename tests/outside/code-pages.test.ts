import { codecFor } from '../../src/core/dxf/encoding';
import { python } from './python';

const pages = python<[string, string, string][]>('code_pages.py');

it.each(pages)('text in %s reads as it was written, and is written as it was', (name, text, hex) => {
  const bytes = new Uint8Array(Buffer.from(hex, 'hex'));
  const codec = codecFor('AC1015', name);
  expect(codec.decode(bytes, 0, bytes.length)).toBe(text);
  expect(Buffer.from(codec.encode(text)).toString('hex')).toBe(hex);
});

it('from 2007 on text is UTF-8, whatever the header says', () => {
  const bytes = new TextEncoder().encode('平面図');
  expect(codecFor('AC1021', 'ANSI_932').decode(bytes, 0, bytes.length)).toBe('平面図');
});
