import { useEffect, useRef, useState } from 'react';
import type { Found } from './messages';
import { Panel } from './Panel';

interface Props {
  readonly found: { readonly words: string; readonly found: readonly Found[]; readonly more: number } | null;
  readonly onFind: (words: string) => void;
  readonly onChoose: (handle: string) => void;
  readonly onClose: () => void;
}

/** Finds objects by what they say, by handle, or by layer, and brings them into sight. */
export function FindPanel({ found, onFind, onChoose, onClose }: Props) {
  const [words, setWords] = useState('');
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const list = words.trim() === '' ? null : found;
  return (
    <Panel title="Find on the sheet" hotkey="Esc" onClose={onClose}>
      <input
        ref={input}
        aria-label="Words, handle or layer"
        placeholder="Words, handle or layer"
        value={words}
        onChange={(event) => {
          setWords(event.target.value);
          onFind(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onClose();
          if (event.key === 'Enter' && list && list.found.length > 0) onChoose(list.found[0].handle);
        }}
        className="m-2 h-8 rounded-sm border border-rule bg-white px-2"
      />
      <p className="px-3 pb-1 text-[12.5px] text-ink-2" role="status">
        {list === null
          ? 'Part of a text, a whole handle, or the name of a layer.'
          : list.found.length === 0
            ? 'Nothing of this name is drawn here.'
            : `${list.found.length + list.more} found${list.more > 0 ? `, the first ${list.found.length} listed` : ''}`}
      </p>
      <ul className="min-h-0 flex-1 overflow-auto">
        {list?.found.map((one) => (
          <li key={one.handle}>
            <button
              type="button"
              onClick={() => onChoose(one.handle)}
              className="block w-full border-b border-hairline px-3 py-1.5 text-left hover:bg-shade"
            >
              <span className="block truncate">{one.words || one.kind}</span>
              <span className="figures block truncate text-[12px] text-ink-2">
                {one.kind} · {one.layer} · #{one.handle}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
