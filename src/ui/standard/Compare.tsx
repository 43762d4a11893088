'use client';

import { type ReactNode, useId, useState } from 'react';
import { type ComparableKind, compareTwo } from '@/core/standard/differences';
import type { Standard } from '@/core/standard/standard';

/** More are not listed: their names are typed, and the nearest offered. */
const MOST_LISTED = 300;
const MOST_OFFERED = 40;
const BOX = 'h-7 min-w-0 flex-1 rounded-md border border-rule bg-white px-2 text-ink';

/** Two definitions of a kind beside each other: both pictures, and only the settings that differ. */
export function Compare<T extends { readonly name: string }>({
  standard,
  kind,
  name,
  list,
  picture,
}: {
  standard: Standard;
  kind: ComparableKind;
  /** The one that is open. */
  name: string;
  list: readonly T[];
  picture?: (one: T) => ReactNode;
}) {
  const id = useId();
  const [other, setOther] = useState('');
  const mine = list.find((one) => one.name === name);
  const theirs = list.find((one) => one.name === other);
  if (!mine || list.length < 2) return null;
  const others = list.map((one) => one.name).filter((one) => one !== name);
  const changes = theirs ? compareTwo(standard, kind, name, other) : [];
  return (
    <section className="mt-5 border-t border-hairline pt-3" aria-label="Compare">
      <div className="flex items-center gap-2 text-[13px] text-ink-2">
        <label htmlFor={id}>Compare with</label>
        {list.length > MOST_LISTED ? (
          <>
            <input
              id={id}
              list={`${id}-names`}
              placeholder="type a name"
              value={other}
              onChange={(event) => setOther(event.target.value)}
              className={BOX}
            />
            <datalist id={`${id}-names`}>
              {others
                .filter((one) => one.toLowerCase().includes(other.trim().toLowerCase()))
                .slice(0, MOST_OFFERED)
                .map((one) => (
                  <option key={one} value={one} />
                ))}
            </datalist>
          </>
        ) : (
          <select id={id} value={other} onChange={(event) => setOther(event.target.value)} className={BOX}>
            <option value="">…</option>
            {others.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        )}
      </div>
      {theirs && (
        <>
          <div className="mt-2 grid grid-cols-2 gap-2">
            {[mine, theirs].map((one) => (
              <figure key={one.name} className="overflow-hidden border border-hairline bg-white p-1.5">
                {picture?.(one)}
                <figcaption className="figures mt-1 truncate text-[12px] text-ink-2" title={one.name}>
                  {one.name}
                </figcaption>
              </figure>
            ))}
          </div>
          {changes.length === 0 ? (
            <p className="mt-2 text-[13px]">Every setting is the same.</p>
          ) : (
            <table className="mt-2 w-full table-fixed text-[12.5px]">
              <tbody>
                {changes.map(({ setting, before, after }) => (
                  <tr key={setting}>
                    <th className="border-b border-hairline py-1 pr-2 text-left align-top font-medium">
                      {setting}
                    </th>
                    <td className="border-b border-hairline py-1 pr-2 align-top text-ink-2 wrap-anywhere">
                      {before}
                    </td>
                    <td className="border-b border-hairline py-1 align-top wrap-anywhere">{after}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
    </section>
  );
}
