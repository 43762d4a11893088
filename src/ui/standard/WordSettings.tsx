import type { StandardLinetype } from '@/core/standard/definitions';
import { formatStroke, type StandardTextStyle } from '@/core/standard/lettering';
import {
  clearanceMm,
  isBeside,
  type LineWord,
  tightestBendMm,
  wordFault,
  wordLook,
  wordWidthMm,
} from '@/core/standard/line-words';
import { Choice, Tick } from '../kit/Field';
import { NumberInput } from './fields';

/** One word on a line: how it is set, and whether it fits. */
export function WordSettings({
  linetype,
  word,
  styles,
  penMm,
  fault,
  set,
}: {
  linetype: StandardLinetype;
  word: LineWord;
  styles: readonly StandardTextStyle[];
  /** Width that the line prints with, and single strokes with it. */
  penMm: number;
  fault?: string;
  set: (patch: Partial<LineWord>) => void;
}) {
  const look = wordLook(styles, word.style);
  const clear = clearanceMm(linetype, word, look);
  const wrong = fault ?? wordFault(linetype, word, look);
  const width = wordWidthMm(word.text, word.heightMm, look).toFixed(2);
  return (
    <fieldset className="border border-hairline bg-white p-2">
      <legend className="figures px-1 text-[12.5px] text-ink-2">“{word.text}”</legend>
      <div className="grid grid-cols-2 items-end gap-2">
        <NumberInput
          label="Height of the word, mm"
          value={word.heightMm}
          set={(heightMm) => set({ heightMm })}
        />
        <Choice
          label="Text style of the word"
          value={word.style}
          onChange={(event) => set({ style: event.target.value })}
        >
          <option value="">plain strokes</option>
          {styles.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </Choice>
        <NumberInput
          label="Off the line by, mm"
          value={word.offsetMm}
          set={(offsetMm) => set({ offsetMm })}
        />
        <Tick label="Stays level" checked={word.upright} onChange={(upright) => set({ upright })} />
      </div>
      <p className={`figures mt-1 text-[12.5px] ${wrong ? 'text-oxide' : 'text-ink-2'}`}>
        {wrong ??
          (isBeside(word)
            ? `${width} mm wide, beside the line: it needs no gap`
            : `${width} mm wide, ${clear.toFixed(2)} mm clear on either side`)}
      </p>
      {!word.upright && word.text !== '' && (
        <p className="text-[12.5px] text-ink-2">
          Fits bends from{' '}
          <span className="figures">{tightestBendMm(word, look).toFixed(1)} mm radius on paper</span>; on
          tighter ones it stands off the line.
        </p>
      )}
      {look.face === 'stroke' && (
        <p className={`text-[12.5px] ${penMm > word.heightMm * HEAVY ? 'text-ochre' : 'text-ink-2'}`}>
          <span className="figures">
            Strokes of {penMm} mm, {formatStroke(penMm, word.heightMm)}
          </span>
          {penMm > word.heightMm * HEAVY && ': its letters close up; h/10 is usual'}
        </p>
      )}
    </fieldset>
  );
}

/** Heavier strokes fill the letters in. ISO 3098 has h/14 to h/10, from memory. */
const HEAVY = 1 / 7;
