import type { Colour } from '../colour';
import { faceOf, type Paragraph, PLAIN_RUN, type TextRun } from '../fonts';

const SIGNS: Readonly<Record<string, string>> = { d: '°', p: '±', c: '⌀' };

/** Resolves the two-percent-sign escapes: degree, plus-minus, diameter, a character by number; drops line marks. */
export function plainText(text: string): string {
  return text
    .replace(/%%(\d{3})/g, (_, digits: string) => String.fromCharCode(Number(digits)))
    .replace(/%%([dpc])/gi, (_, sign: string) => SIGNS[sign.toLowerCase()])
    .replace(/%%[uok]/gi, '')
    .replace(/%%%/g, '%')
    .replace(/\^I/g, ' ');
}

/** Single-line text as runs: its marks switch lines under, over and through the letters on and off. */
export function singleLineRuns(raw: string, base: TextRun): TextRun[] {
  const runs: TextRun[] = [];
  let { under, over, struck } = base;
  for (const part of raw.split(/(%%[uok])/i)) {
    const mark = /^%%([uok])$/i.exec(part)?.[1].toLowerCase();
    if (mark === 'u') under = !under;
    else if (mark === 'o') over = !over;
    else if (mark === 'k') struck = !struck;
    else if (part !== '') runs.push({ ...base, text: plainText(part), under, over, struck });
  }
  return runs;
}

type Align = Paragraph['align'];
const ALIGNS: Readonly<Record<string, Align>> = { l: 'left', c: 'centre', r: 'right', j: 'left', d: 'left' };

/**
 * Parses multi-line text with its inline formatting into paragraphs of runs.
 * @param height the text's own height, for heights that are given in drawing units
 * @param base looks before any formatting: the text style's
 */
export function parseMultiLine(raw: string, height: number, base: TextRun = PLAIN_RUN): Paragraph[] {
  return new Parser(raw, height, base).parse();
}

/** What multi-line text says, without its formatting, a line for each paragraph. */
export function multiLineText(raw: string): string[] {
  return parseMultiLine(raw, 1).map(({ runs }) =>
    runs
      .map((run) =>
        run.stack ? `${run.stack.upper}${run.stack.bar === 'none' ? ' ' : '/'}${run.stack.lower}` : run.text,
      )
      .join(''),
  );
}

class Parser {
  private at = 0;
  private text = '';
  private runs: TextRun[] = [];
  private align: Align = null;
  private readonly paragraphs: Paragraph[] = [];
  private readonly open: TextRun[] = [];

  constructor(
    private readonly raw: string,
    private readonly height: number,
    private look: TextRun,
  ) {}

  parse(): Paragraph[] {
    const { raw } = this;
    while (this.at < raw.length) {
      const character = raw[this.at++];
      // A brace also ends a sign that was begun, such as the per cent signs of `%%{}d`.
      if ((character === '{' || character === '}') && /[%^]\d*$/.test(this.text)) this.flush();
      if (character === '{') {
        // Formatting ends with its brace; deeper nesting than this is a fault, and is read as one level.
        if (this.open.length < 64) this.open.push(this.look);
      } else if (character === '}') this.change(this.open.pop() ?? this.look);
      else if (character === '\\') this.code();
      else if (character === '^') this.caret();
      else if (character === '\n') this.endParagraph();
      else if (character !== '\r') this.text += character;
    }
    this.endParagraph();
    return this.paragraphs;
  }

  private change(look: TextRun): void {
    if (look === this.look) return;
    this.flush();
    this.look = look;
  }

  private flush(): void {
    if (this.text !== '') this.runs.push({ ...this.look, text: plainText(this.text) });
    this.text = '';
  }

  private endParagraph(): void {
    this.flush();
    this.paragraphs.push({ runs: this.runs, align: this.align });
    this.runs = [];
  }

  private caret(): void {
    const next = this.raw[this.at];
    if (next === 'J') this.endParagraph();
    else if (next === 'I') this.text += '    ';
    else if (next === ' ') this.text += '^';
    else if (next !== 'M') {
      this.text += '^';
      return;
    }
    this.at++;
  }

  private code(): void {
    const { raw } = this;
    const code = raw[this.at++];
    switch (code) {
      case undefined:
        return;
      case 'P':
      case 'N':
      case 'X':
        this.endParagraph();
        return;
      case '~':
        this.text += '\u00a0';
        return;
      case 'L':
      case 'l':
        this.change({ ...this.look, under: code === 'L' });
        return;
      case 'O':
      case 'o':
        this.change({ ...this.look, over: code === 'O' });
        return;
      case 'K':
      case 'k':
        this.change({ ...this.look, struck: code === 'K' });
        return;
      case 'S':
        this.stack(this.upToSemicolon());
        return;
      case 'H':
      case 'W':
      case 'Q':
      case 'T':
      case 'C':
      case 'c':
      case 'F':
      case 'f':
      case 'p':
      case 'A':
        this.formatted(code, this.upToSemicolon());
        return;
      default:
        this.text += code;
    }
  }

  /** The rest of a code up to its semicolon; backslashes protect semicolons in stacked text. */
  private upToSemicolon(): string {
    const { raw } = this;
    let value = '';
    while (this.at < raw.length && raw[this.at] !== ';') {
      if (raw[this.at] === '\\' && this.at + 1 < raw.length) value += raw[this.at++];
      value += raw[this.at++];
    }
    this.at++;
    return value;
  }

  private formatted(code: string, value: string): void {
    const { look } = this;
    const number = Number.parseFloat(value);
    const usable = Number.isFinite(number);
    if (code === 'H' && usable && number > 0)
      this.change({ ...look, size: /x\s*$/i.test(value) ? look.size * number : number / (this.height || 1) });
    else if (code === 'W' && usable && number > 0)
      this.change({ ...look, widthFactor: /x\s*$/i.test(value) ? look.widthFactor * number : number });
    else if (code === 'Q' && usable) this.change({ ...look, slantRad: (number * Math.PI) / 180 });
    else if (code === 'T' && usable && number > 0)
      this.change({ ...look, tracking: /x\s*$/i.test(value) ? look.tracking * number : number });
    else if (code === 'C' && usable) this.change({ ...look, colour: numbered(Math.trunc(number)) });
    else if (code === 'c' && usable) this.change({ ...look, colour: { rgb: swapped(Math.trunc(number)) } });
    else if (code === 'F' || code === 'f') this.font(code, value);
    else if (code === 'p') {
      const align = /q([lcrjd*])/i.exec(value)?.[1].toLowerCase();
      if (align !== undefined) this.align = ALIGNS[align] ?? null;
    }
  }

  private font(code: string, value: string): void {
    const [name, ...options] = value.split('|');
    const bold = options.some((option) => /^b[1-9]/i.test(option));
    const slanted = options.some((option) => /^i[1-9]/i.test(option));
    this.change({
      ...this.look,
      font: name,
      face: code === 'f' ? faceOf('', name, bold) : faceOf(name),
      slantRad: slanted ? (12 * Math.PI) / 180 : 0,
    });
  }

  private stack(value: string): void {
    const plain = value.replace(/\\(.)/g, '$1');
    const at = plain.search(/[/^#]/);
    this.flush();
    if (at < 0) {
      this.text += plain;
      return;
    }
    const bar = plain[at] === '/' ? 'level' : plain[at] === '#' ? 'slanted' : 'none';
    const upper = plainText(plain.slice(0, at)).trim();
    const lower = plainText(plain.slice(at + 1)).trim();
    this.runs.push({ ...this.look, text: '', stack: { upper, lower, bar } });
  }
}

function numbered(number: number): Colour | null {
  return number >= 1 && number <= 255 ? { number } : null;
}

/** Inline colours are held with blue first. */
const swapped = (value: number): number => ((value & 255) << 16) | (value & 0xff00) | ((value >> 16) & 255);
