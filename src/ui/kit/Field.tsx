import { type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes, useId } from 'react';

interface Wrap {
  readonly label: string;
  readonly hint?: string;
  readonly fault?: string;
}

const BOX = 'h-8 w-full rounded-md border bg-white px-2 text-[13px] text-ink placeholder:text-ink-3';

/** A labelled line of input; what is wrong with it stands below it. */
export function Field({
  label,
  hint,
  fault,
  mono,
  className,
  ...rest
}: Wrap & { mono?: boolean } & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <Labelled id={id} label={label} hint={hint} fault={fault} className={className}>
      <input
        id={id}
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault || hint ? `${id}-more` : undefined}
        className={`${BOX} ${fault ? 'border-oxide' : 'border-rule'} ${mono ? 'figures' : ''}`}
        {...rest}
      />
    </Labelled>
  );
}

export function Choice({
  label,
  hint,
  fault,
  className,
  children,
  ...rest
}: Wrap & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <Labelled id={id} label={label} hint={hint} fault={fault} className={className}>
      <select
        id={id}
        aria-describedby={fault || hint ? `${id}-more` : undefined}
        className={`${BOX} ${fault ? 'border-oxide' : 'border-rule'}`}
        {...rest}
      >
        {children}
      </select>
    </Labelled>
  );
}

function Labelled({
  id,
  label,
  hint,
  fault,
  className,
  children,
}: Wrap & { id: string; className?: string; children: ReactNode }) {
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-0.5 block text-[12.5px] text-ink-2">
        {label}
      </label>
      {children}
      {(fault || hint) && (
        <p
          id={`${id}-more`}
          className={`mt-0.5 text-[12px] leading-4 ${fault ? 'text-oxide' : 'text-ink-3'}`}
        >
          {fault ?? hint}
        </p>
      )}
    </div>
  );
}

export function Tick({
  label,
  checked,
  onChange,
  disabled,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
}) {
  return (
    <label className="flex min-h-6 items-center gap-2 text-[13px]">
      <input
        type="checkbox"
        className="size-4 accent-verdigris"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
