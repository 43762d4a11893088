import iconv from 'iconv-lite';

/** Text of one file: how its bytes become words and back. */
export interface TextCodec {
  /** Name for a person, e.g. "UTF-8", "code page 932". */
  readonly label: string;
  decode(bytes: Uint8Array, start: number, end: number): string;
  /** Characters that the code page cannot hold are written as the format's escape, `\U+XXXX`. */
  encode(text: string): Uint8Array;
}

/** Code pages that headers call by a name instead of a number. */
const NAMED_PAGES: Readonly<Record<string, string>> = {
  gb2312: 'cp936',
  big5: 'cp950',
  ksc5601: 'cp949',
  johab: 'cp949',
  macroman: 'macroman',
};

/** Names that headers use for a code page, to a name that the conversion library knows. */
function libraryName(codePage: string): string | null {
  const name = codePage.trim().toLowerCase();
  const digits = /(\d{3,4})$/.exec(name)?.[1];
  if (name === 'utf-8' || name === 'utf8') return 'utf8';
  if (name === 'ascii') return 'cp1252';
  if (name.startsWith('iso8859') || name.startsWith('iso_8859'))
    return `iso-8859-${name.replace(/^iso_?8859[-_]?/, '')}`;
  const named = NAMED_PAGES[name.replace(/[-_ ]/g, '')];
  if (named !== undefined) return named;
  if (digits === undefined) return null;
  const candidate = `cp${digits}`;
  return iconv.encodingExists(candidate) ? candidate : null;
}

/** From this version on the text is UTF-8, whatever code page the header names. */
const FIRST_UTF8_VERSION = 'AC1021';

const utf8 = new TextDecoder('utf-8');
const utf8Encoder = new TextEncoder();

/**
 * @param version the header's version mark; empty when the header names none
 * @param codePage the header's code page; empty when it names none
 */
export function codecFor(version: string, codePage: string): TextCodec {
  if (version >= FIRST_UTF8_VERSION) return makeCodec('UTF-8', 'utf8');
  const name = codePage === '' ? 'cp1252' : libraryName(codePage);
  if (name === null)
    return makeCodec(`code page 1252 (the file names an unknown one: ${codePage})`, 'cp1252');
  if (name === 'utf8') return makeCodec('UTF-8', 'utf8');
  return makeCodec(`code page ${name.replace(/^cp/, '')}`, name);
}

function makeCodec(label: string, name: string): TextCodec {
  const plain = (bytes: Uint8Array, start: number, end: number): string => {
    // Long values are left to the library at once; short ones are mostly plain letters.
    if (end - start <= SHORT) {
      let text = '';
      let i = start;
      for (; i < end && bytes[i] <= 127; i++) text += String.fromCharCode(bytes[i]);
      if (i === end) return text;
    }
    const part = bytes.subarray(start, end);
    return name === 'utf8' ? utf8.decode(part) : iconv.decode(part, name);
  };
  return {
    label,
    decode: (bytes, start, end) => decodeEscapes(plain(bytes, start, end)),
    encode: (text) => {
      if (name === 'utf8') return utf8Encoder.encode(text);
      let safe = '';
      for (const character of text) {
        const whole = iconv.decode(iconv.encode(character, name), name);
        if (whole === character) safe += character;
        else
          for (let i = 0; i < character.length; i++)
            safe += `\\U+${character.charCodeAt(i).toString(16).toUpperCase().padStart(4, '0')}`;
      }
      return iconv.encode(safe, name);
    },
  };
}

/** Values up to this many bytes are read letter by letter. */
const SHORT = 256;

const MULTIBYTE_PAGES = ['', 'cp932', 'cp950', 'cp949', 'cp949', 'cp936'];

/** Turns `\U+XXXX` and `\M+nXXXX` into the characters they stand for. */
export function decodeEscapes(text: string): string {
  if (!text.includes('\\U+') && !text.includes('\\M+') && !text.includes('\\u+')) return text;
  return text
    .replace(/\\[Uu]\+([0-9A-Fa-f]{4})/g, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
    .replace(/\\M\+([1-5])([0-9A-Fa-f]{4})/g, (_, page: string, hex: string) =>
      iconv.decode(
        Uint8Array.from([Number.parseInt(hex.slice(0, 2), 16), Number.parseInt(hex.slice(2), 16)]),
        MULTIBYTE_PAGES[Number(page)],
      ),
    );
}
