'use client';

import { useState } from 'react';
import { foldName } from '@/core/dxf/interner';
import { offRole, PEN_ROLES } from '@/core/standard/pens';
import type { Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice } from '../kit/Field';
import { count } from '../kit/format';
import { cell } from '../kit/Page';
import { Stroke } from '../kit/Stroke';
import { InlineName, NumberInput } from './fields';
import { EditorHead } from './parts';

export type Pens = Standard['pens'];

/** Saves the pens, says so, and answers whether it could be done. */
export type StorePens = (
  next: Pens,
  words: string,
  renamed?: { from: string; to: string },
) => Promise<boolean>;

/** Every role at its true width, the heaviest on top: what is seen first on paper. */
export function Ladder({
  standard,
  editable,
  store,
  bring,
}: {
  standard: Standard;
  editable: boolean;
  store: StorePens;
  /** Gives all layers of a role the role's width. */
  bring: (role: string) => void;
}) {
  const { pens } = standard;
  const [name, setName] = useState('');
  const rungs = [...pens.roles].sort((a, b) => b.widthMm - a.widthMm);
  const free = PEN_ROLES.filter((role) => !pens.roles.some((one) => foldName(one.role) === role));
  return (
    <section aria-label="Roles" className="border-t border-rule">
      <div className="flex flex-wrap items-center gap-3 px-3 py-2">
        <h2 className="text-[15px] font-semibold">What each pen is for</h2>
        {editable && (
          <form
            className="ml-auto flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              const role = name.trim();
              if (role === '') return;
              void store(
                { ...pens, roles: [...pens.roles, { role, widthMm: pens.defaultMm }] },
                `${role} has a pen now.`,
              ).then((done) => done && setName(''));
            }}
          >
            <input
              aria-label="New role"
              list="pen-roles"
              placeholder="outline, cut, hidden …"
              value={name}
              onChange={(event) => setName(event.target.value)}
              className="h-8 w-48 rounded-md border border-rule bg-white px-2 text-[13px]"
            />
            <datalist id="pen-roles">
              {free.map((role) => (
                <option key={role} value={role} />
              ))}
            </datalist>
            <Button type="submit" disabled={name.trim() === ''}>
              Add a role
            </Button>
          </form>
        )}
      </div>
      {rungs.length === 0 ? (
        <p className="px-3 pb-4 text-[13px] text-ink-2">
          No roles yet. A role says what a width is for; orders between roles are checked.
        </p>
      ) : (
        <table className="w-full text-[13px]">
          <tbody>
            {rungs.map(({ role, widthMm }) => (
              <tr key={role}>
                <td className={`${cell} w-56`}>
                  <Stroke
                    look={{ colour: '#000000', widthMm, elementsMm: [], prints: true }}
                    width={200}
                    height={20}
                  />
                </td>
                <td className={cell}>
                  {editable ? (
                    <InlineName
                      label={`Name of ${role}`}
                      name={role}
                      className="w-full font-medium"
                      rename={(to) =>
                        void store(
                          {
                            ...pens,
                            roles: pens.roles.map((one) => (one.role === role ? { ...one, role: to } : one)),
                          },
                          `${role} is ${to} now.`,
                          { from: role, to },
                        )
                      }
                    />
                  ) : (
                    <span className="font-medium">{role}</span>
                  )}
                </td>
                <td className={`${cell} w-36`}>
                  {editable ? (
                    <select
                      aria-label={`Width of ${role}`}
                      value={widthMm}
                      onChange={(event) =>
                        void store(
                          {
                            ...pens,
                            roles: pens.roles.map((one) =>
                              one.role === role ? { ...one, widthMm: Number(event.target.value) } : one,
                            ),
                          },
                          `${role} prints at ${event.target.value} mm now.`,
                        )
                      }
                      className="figures h-7 rounded-md border border-rule bg-white px-1"
                    >
                      {[...new Set([...pens.seriesMm, widthMm])].map((mm) => (
                        <option key={mm} value={mm}>
                          {mm} mm
                        </option>
                      ))}
                    </select>
                  ) : (
                    <span className="figures">{widthMm} mm</span>
                  )}
                </td>
                <td className={`${cell} whitespace-nowrap text-ink-2`}>
                  {count(
                    standard.layers.filter((layer) => foldName(layer.role) === foldName(role)).length,
                    'layer',
                  )}
                  {editable && offRole(standard, role).length > 0 && (
                    <Button
                      look="quiet"
                      className="ml-1 h-6 px-1.5"
                      title={offRole(standard, role).join(', ')}
                      onClick={() => bring(role)}
                    >
                      Bring {count(offRole(standard, role).length, 'layer')} to {widthMm} mm
                    </Button>
                  )}
                </td>
                {editable && (
                  <td className={`${cell} text-right`}>
                    <Button
                      look="quiet"
                      className="h-6"
                      disabled={
                        standard.layers.some((layer) => foldName(layer.role) === foldName(role)) ||
                        standard.meanings.some((meaning) => foldName(meaning.role) === foldName(role))
                      }
                      onClick={() =>
                        void store(
                          {
                            ...pens,
                            roles: pens.roles.filter((one) => one.role !== role),
                            order: pens.order.filter((one) => one.heavier !== role && one.lighter !== role),
                          },
                          `${role} is removed.`,
                        )
                      }
                    >
                      Remove {role}
                    </Button>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

/** Which role is heavier than which, and by how much. */
export function Order({ pens, editable, store }: { pens: Pens; editable: boolean; store: StorePens }) {
  const [heavier, setHeavier] = useState('');
  const [lighter, setLighter] = useState('');
  const [ratio, setRatio] = useState(1.4);
  const roles = pens.roles.map(({ role }) => role);
  if (roles.length < 2 && pens.order.length === 0) return null;
  return (
    <section aria-label="Order" className="mt-6">
      <EditorHead title="Order" />
      <ul className="text-[13px]">
        {pens.order.map((one, i) => (
          <li
            key={`${one.heavier} ${one.lighter}`}
            className="flex min-h-8 items-center gap-2 border-b border-hairline"
          >
            <span className="min-w-0 flex-1">
              <b className="font-medium">{one.heavier}</b> heavier than{' '}
              <b className="font-medium">{one.lighter}</b>
              {one.ratio > 1 && <span className="text-ink-2">, {one.ratio} times or more</span>}
            </span>
            {editable && (
              <Button
                look="quiet"
                className="h-6"
                aria-label={`Remove ${one.heavier} heavier than ${one.lighter}`}
                onClick={() =>
                  void store(
                    { ...pens, order: pens.order.filter((_, j) => j !== i) },
                    'The order is removed.',
                  )
                }
              >
                Remove
              </Button>
            )}
          </li>
        ))}
      </ul>
      {editable && roles.length >= 2 && (
        <div className="mt-2 grid grid-cols-[1fr_1fr_4.5rem] items-end gap-2">
          <Choice label="Heavier" value={heavier} onChange={(event) => setHeavier(event.target.value)}>
            <option value="">…</option>
            {roles.map((role) => (
              <option key={role}>{role}</option>
            ))}
          </Choice>
          <Choice label="Lighter" value={lighter} onChange={(event) => setLighter(event.target.value)}>
            <option value="">…</option>
            {roles
              .filter((role) => role !== heavier)
              .map((role) => (
                <option key={role}>{role}</option>
              ))}
          </Choice>
          <NumberInput label="Times" value={ratio} set={setRatio} />
          <Button
            className="col-span-3 justify-self-start"
            disabled={heavier === '' || lighter === ''}
            onClick={() =>
              void store(
                {
                  ...pens,
                  order: [
                    ...pens.order.filter((one) => one.heavier !== heavier || one.lighter !== lighter),
                    { heavier, lighter, ratio },
                  ],
                },
                `${heavier} is to be heavier than ${lighter}.`,
              )
            }
          >
            Add the order
          </Button>
        </div>
      )}
    </section>
  );
}
