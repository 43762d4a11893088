import { clsx } from 'clsx';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: 'main' | 'plain' | 'quiet' | 'grave';
  /** The key that does the same, written on the button. */
  readonly hotkey?: string;
  readonly children: ReactNode;
}

const LOOKS = {
  main: 'bg-verdigris text-white border-verdigris hover:bg-verdigris-deep disabled:bg-rule disabled:border-rule',
  plain: 'bg-white text-ink border-rule hover:border-ink disabled:text-ink-3 disabled:border-hairline',
  quiet: 'bg-transparent text-verdigris border-transparent hover:border-hairline disabled:text-ink-3',
  grave: 'bg-white text-oxide border-oxide hover:bg-oxide-soft disabled:text-ink-3 disabled:border-hairline',
} as const;

export const buttonClass = (look: keyof typeof LOOKS = 'plain', more = ''): string =>
  clsx(
    'inline-flex h-8 shrink-0 items-center gap-2 whitespace-nowrap rounded-md border px-3 text-[13px] font-medium',
    LOOKS[look],
    more,
  );

export function Button({ look = 'plain', hotkey, children, className, type = 'button', ...rest }: Props) {
  return (
    <button type={type} className={buttonClass(look, className)} {...rest}>
      {children}
      {hotkey && <Key on={look === 'main'}>{hotkey}</Key>}
    </button>
  );
}

/** A key's name, as written on buttons and in the list of keys. */
export function Key({ children, on = false }: { children: ReactNode; on?: boolean }) {
  return (
    <kbd
      className={clsx(
        'rounded-sm border px-1 font-mono text-[11px] leading-4',
        on ? 'border-white/60 text-white' : 'border-hairline text-ink-2',
      )}
    >
      {children}
    </kbd>
  );
}
