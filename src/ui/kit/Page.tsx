import type { ReactNode } from 'react';

/** A place that scrolls as one page: heading, one line on what it is for, its actions, its content. */
export function Page({
  title,
  about,
  actions,
  children,
}: {
  title: string;
  about?: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto max-w-[1400px] px-6 pb-10 pt-6">
        <div className="mb-5 flex flex-wrap items-end gap-x-6 gap-y-2">
          <div>
            <h1 className="text-[22px] font-semibold leading-7 tracking-[-0.01em]">{title}</h1>
            {about && <p className="mt-0.5 text-ink-2">{about}</p>}
          </div>
          {actions && <div className="ml-auto flex gap-2">{actions}</div>}
        </div>
        {children}
      </div>
    </div>
  );
}

/** What stands where there is nothing yet: what will be here, and the way to it. */
export function Nothing({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="border border-dashed border-rule px-6 py-10 text-center">
      <p className="font-semibold">{title}</p>
      {children && <div className="mx-auto mt-1 max-w-prose text-ink-2">{children}</div>}
    </div>
  );
}

export const cellHead =
  'sticky top-0 z-10 h-8 whitespace-nowrap border-b border-rule bg-shade px-3 text-left text-[12.5px] font-medium text-ink-2';
export const cell = 'h-8 border-b border-hairline px-3 align-middle';

/** The heads of a table that stay in sight. */
export const Heads = ({ of }: { of: readonly string[] }) => (
  <thead>
    <tr>
      {of.map((head) => (
        <th key={head} className={cellHead}>
          {head}
        </th>
      ))}
    </tr>
  </thead>
);
