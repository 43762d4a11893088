import type { ReactNode, Ref } from 'react';

/** A region that scrolls, reachable by keyboard: a list longer than its place. */
export function Scroller({
  label,
  className = '',
  ref,
  children,
}: {
  label: string;
  className?: string;
  ref?: Ref<HTMLElement>;
  children: ReactNode;
}) {
  return (
    <section
      ref={ref}
      tabIndex={0}
      aria-label={label}
      className={`min-h-0 flex-1 overflow-auto ${className}`}
    >
      {children}
    </section>
  );
}
