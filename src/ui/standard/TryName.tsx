'use client';

import { useState } from 'react';
import { buildName, type NamingScheme, takeApart } from '@/core/standard/naming';
import { nearestNames } from '@/core/standard/nearest-names';
import { Choice, Field } from '../kit/Field';
import { NameParts } from './NameParts';
import { EditorHead } from './parts';

/** A name tried against a scheme, with the nearest that follow it; and one built by picking. */
export function TryName({
  scheme,
  one,
  known,
}: {
  readonly scheme: NamingScheme;
  readonly one: string;
  /** Names of the kind that the standard has. */
  readonly known: readonly string[];
}) {
  const [name, setName] = useState('');
  const [parts, setParts] = useState<readonly string[]>([]);
  const [unbuilt, setUnbuilt] = useState<readonly string[]>([]);
  const pick = (field: number, value: string): void => {
    const next = scheme.fields.map((_, i) => (i === field ? value : (parts[i] ?? '')));
    setParts(next);
    const built = buildName(scheme, new Map(next.entries()));
    setUnbuilt('faults' in built ? built.faults : []);
    if ('name' in built) setName(built.name);
  };
  const taken = name === '' ? null : takeApart(scheme, name);
  const near = taken && taken.faults.length > 0 ? nearestNames(scheme, name, 5, known) : [];
  return (
    <>
      <EditorHead title="Try a name" />
      <Field label={`Name of a ${one}`} mono value={name} onChange={(event) => setName(event.target.value)} />
      {taken && (
        <div className="mt-3">
          <NameParts scheme={scheme} taken={taken} labelled />
          {taken.faults.length === 0 ? (
            <p className="mt-3 text-verdigris-deep" role="status">
              It follows the scheme.
            </p>
          ) : (
            <ul className="mt-3 text-oxide" role="status">
              {taken.faults.map((fault) => (
                <li key={fault}>{fault}.</li>
              ))}
            </ul>
          )}
          {near.length > 0 && (
            <>
              <p className="mt-3 text-[12.5px] text-ink-2">Nearest names that do:</p>
              <ul>
                {near.map((one) => (
                  <li key={one}>
                    <button
                      type="button"
                      className="figures py-0.5 text-verdigris hover:underline"
                      onClick={() => setName(one)}
                    >
                      {one}
                    </button>
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      )}
      <div className="mt-6">
        <EditorHead title="Build a name" />
        <div className="grid grid-cols-2 gap-2">
          {scheme.fields.map((field, i) =>
            field.codes.length > 0 && field.codeLength === 0 ? (
              <Choice
                key={field.name}
                label={field.required ? field.name : `${field.name}, or none`}
                value={parts[i] ?? ''}
                onChange={(event) => pick(i, event.target.value)}
              >
                <option value="">…</option>
                {field.codes.map(({ code, meaning }) => (
                  <option key={code} value={code}>
                    {code} {meaning}
                  </option>
                ))}
              </Choice>
            ) : (
              <Field
                key={field.name}
                label={field.required ? field.name : `${field.name}, or none`}
                mono
                maxLength={field.maxLength}
                list={field.codes.length > 0 ? `codes-${i}` : undefined}
                value={parts[i] ?? ''}
                onChange={(event) => pick(i, event.target.value)}
              />
            ),
          )}
        </div>
        {unbuilt.length > 0 && parts.some((part) => part !== '') && (
          <p className="mt-2 text-[12.5px] text-ink-2">Still open: {unbuilt.join('; ')}.</p>
        )}
        {scheme.fields.map((field, i) =>
          field.codes.length > 0 && field.codeLength > 0 ? (
            <datalist key={field.name} id={`codes-${i}`}>
              {field.codes.map(({ code, meaning }) => (
                <option key={code} value={code}>
                  {meaning}
                </option>
              ))}
            </datalist>
          ) : null,
        )}
      </div>
      <p className="mt-5 text-[12.5px] text-ink-2">Choose a field above to see its codes and to change it.</p>
    </>
  );
}
