import type { NamingScheme, TakenApart } from '@/core/standard/naming';

/** A name with its fields set apart: neighbours differ in tone, what is wrong is struck under and marked. */
export function NameParts({
  scheme,
  taken,
  labelled = false,
}: {
  scheme: NamingScheme;
  taken: TakenApart;
  labelled?: boolean;
}) {
  return (
    <span className="figures inline-flex flex-wrap items-start">
      {taken.parts.map((part, i) => {
        const name = part.field < 0 ? 'no field' : scheme.fields[part.field].name;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of one name, always in this order
          <span key={i} className="inline-flex items-start">
            {part.separator !== '' && <span className="text-ink-2">{part.separator}</span>}
            <span className="inline-flex flex-col items-center">
              <span
                title={part.fault ?? (part.meaning ? `${name}: ${part.meaning}` : name)}
                className={`border-b-2 px-0.5 wrap-anywhere ${
                  part.fault
                    ? 'border-oxide bg-oxide-soft text-oxide'
                    : part.field % 2 === 0
                      ? 'border-verdigris bg-verdigris-soft'
                      : 'border-slate bg-slate-soft'
                }`}
              >
                {part.text || '␣'}
              </span>
              {labelled && (
                <span className="max-w-24 truncate px-1 font-sans text-[11px] text-ink-2">{name}</span>
              )}
            </span>
          </span>
        );
      })}
    </span>
  );
}
