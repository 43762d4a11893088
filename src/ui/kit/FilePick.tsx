import type { ReactNode } from 'react';
import { buttonClass } from './Button';

/** A button that asks for a file; the same file can be chosen again. */
export function FilePick({
  accept,
  label,
  disabled,
  onPick,
  children,
}: {
  accept: string;
  /** What the file is for, for those who do not see the button. */
  label: string;
  disabled?: boolean;
  onPick: (file: File) => void;
  children: ReactNode;
}) {
  return (
    <label
      className={buttonClass(
        'plain',
        'cursor-pointer has-[:focus-visible]:outline-2 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-verdigris',
      )}
    >
      {children}
      <input
        type="file"
        accept={accept}
        aria-label={label}
        disabled={disabled}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onPick(file);
        }}
      />
    </label>
  );
}
