import { X } from 'lucide-react';
import { useId } from 'react';
import { EDGES, type LineUp } from '@/core/correct/line-up';
import { Button } from '../kit/Button';
import { count } from '../kit/format';
import { useTypedLength } from '../kit/useTypedLength';
import { Panel } from './Panel';
import type { LiningUp } from './useLineUp';

interface Props {
  readonly lineUp: LiningUp;
  readonly busy: boolean;
  readonly onLineUp: (asked: LineUp, note: string) => void;
  readonly onClose: () => void;
}

/** Texts that a person picks on the sheet, what of them is lined up, and where the line stands. */
export function LineUpPanel({ lineUp, busy, onLineUp, onClose }: Props) {
  const { texts, edge, onEdge, plan, problem, setting, onToggle } = lineUp;
  const name = useId();
  return (
    <Panel title="Line up texts" onClose={onClose}>
      <div className="min-h-0 flex-1 overflow-auto px-3 py-2 text-[13px]">
        <p className="text-ink-2">Click the texts on the sheet. The others are lined up with the first.</p>
        <ol className="mt-2 border border-hairline">
          {texts.map((text) => {
            const off = plan?.texts.find(({ handle }) => handle === text.handle)?.mm ?? 0;
            return (
              <li
                key={text.handle}
                className="flex min-h-8 items-center gap-2 border-b border-hairline px-2 last:border-b-0"
              >
                <span className="min-w-0 flex-1 truncate" title={text.words ?? ''}>
                  {text.words || `#${text.handle}`}
                </span>
                {plan && off > 0 && <span className="figures text-ink-2">{off} mm off</span>}
                <button
                  type="button"
                  aria-label={`Let go of ${text.words || text.handle}`}
                  className="text-ink-3 hover:text-ink"
                  onClick={() => onToggle(text)}
                >
                  <X size={14} aria-hidden />
                </button>
              </li>
            );
          })}
          {texts.length === 0 && <li className="px-2 py-1 text-ink-3">None is picked.</li>}
        </ol>
        <fieldset className="mt-3">
          <legend className="text-[12.5px] text-ink-2">What is lined up</legend>
          {EDGES.map((one) => (
            <label key={one} className="flex h-7 items-center gap-2 first-letter:uppercase">
              <input
                type="radio"
                name={name}
                className="accent-verdigris"
                checked={edge === one}
                onChange={() => onEdge(one)}
              />
              {one}
            </label>
          ))}
        </fieldset>
        {problem !== '' && (
          <p role="status" className="mt-2 text-oxide">
            {problem}
          </p>
        )}
        {texts.length < 2 && problem === '' && <p className="mt-2 text-ink-3">Pick two at least.</p>}
        {setting && (
          <Place
            value={setting.value}
            onValue={setting.onValue}
            least={setting.sets.least}
            most={setting.sets.most}
            label={`Line up ${count(texts.length, 'text')}`}
            busy={busy}
            onDone={(mm) =>
              onLineUp(
                { texts: texts.map(({ handle }) => handle), edge, mm },
                `${count(texts.length, 'text')} lined up by their ${edge}`,
              )
            }
          />
        )}
      </div>
    </Panel>
  );
}

function Place({
  value,
  onValue,
  least,
  most,
  label,
  busy,
  onDone,
}: {
  value: number;
  onValue: (value: number) => void;
  least: number;
  most: number;
  label: string;
  busy: boolean;
  onDone: (mm: number) => void;
}) {
  const { number, fits, hint, field } = useTypedLength(value, onValue, { least, most });
  return (
    <form
      className="mt-3 border-t border-hairline pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (fits && !busy) onDone(number);
      }}
    >
      <label className="flex items-center gap-2">
        <span className="flex-1 text-ink-2">From where the first stands</span>
        <input
          {...field}
          className="figures h-7 w-16 rounded-md border border-rule bg-white px-1.5 text-right"
        />
        <span className="text-ink-2">mm</span>
      </label>
      <p className={`mt-1 ${fits ? 'text-ink-3' : 'text-oxide'}`}>{hint}</p>
      <Button look="main" type="submit" className="mt-2" disabled={busy || !fits}>
        {label}
      </Button>
    </form>
  );
}
