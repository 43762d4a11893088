import type { ReactNode } from 'react';

/** A few things of which one is shown, side by side. */
export function Pills<T extends string>({
  label,
  of,
  chosen,
  onChoose,
  more,
}: {
  label: string;
  of: readonly T[];
  chosen: T;
  onChoose: (one: T) => void;
  /** What stands behind a name: a count, or that there is none. */
  more?: (one: T) => ReactNode;
}) {
  return (
    <div role="tablist" aria-label={label} className="flex flex-wrap gap-1">
      {of.map((one) => (
        <button
          key={one}
          type="button"
          role="tab"
          aria-selected={one === chosen}
          className={`rounded-md border px-2 py-0.5 text-[12.5px] ${one === chosen ? 'border-verdigris bg-verdigris-soft font-semibold' : 'border-hairline bg-white text-ink-2 hover:border-ink'}`}
          onClick={() => onChoose(one)}
        >
          {one}
          {more?.(one)}
        </button>
      ))}
    </div>
  );
}
