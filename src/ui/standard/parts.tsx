import type { ReactNode } from 'react';

/** A table with its editor beside it. */
export function Beside({
  children,
  editor,
  wide = false,
}: {
  children: ReactNode;
  editor: ReactNode;
  /** The editor needs room for a large picture. */
  wide?: boolean;
}) {
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">{children}</div>
      <aside
        aria-label="Editor"
        tabIndex={0}
        className={`${wide ? 'w-[44rem] max-w-[60%]' : 'w-[23rem]'} shrink-0 overflow-auto border-l border-rule bg-plate px-5 py-4`}
      >
        {editor}
      </aside>
    </div>
  );
}

export const EditorHead = ({ title, children }: { title: string; children?: ReactNode }) => (
  <div className="mb-3">
    <h2 className="truncate text-[15px] font-semibold" title={title}>
      {title}
    </h2>
    {children}
  </div>
);

/** Both sizes, with units. */
export const BothSizes = ({ paperMm }: { paperMm: number }) => (
  <p className="figures mt-1 text-ink-2">
    {paperMm} mm on paper · {Math.round(paperMm * 100 * 1e6) / 1e6} mm at 1:100
  </p>
);
