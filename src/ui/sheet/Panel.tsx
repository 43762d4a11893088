import type { ReactNode } from 'react';

/** A column beside the sheet. */
export function Panel({
  title,
  hotkey,
  onClose,
  children,
}: {
  title: string;
  hotkey?: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <aside aria-label={title} className="flex w-72 shrink-0 flex-col border-l border-rule bg-white">
      <div className="flex items-center justify-between border-b border-hairline bg-shade px-3 py-1.5">
        <h2 className="text-[13px] font-semibold">{title}</h2>
        <button type="button" className="text-[12.5px] text-verdigris hover:underline" onClick={onClose}>
          Close {hotkey !== undefined && <span className="text-ink-2">{hotkey}</span>}
        </button>
      </div>
      {children}
    </aside>
  );
}
