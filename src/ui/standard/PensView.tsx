'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { hexOf, rgbOf } from '@/core/drawing/colour';
import { foldName } from '@/core/dxf/interner';
import { colourConflicts, PEN_ROLES, penAdvice } from '@/core/standard/pens';
import { followName } from '@/core/standard/rename';
import { STORABLE_WIDTHS_MM, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice } from '../kit/Field';
import { cell, cellHead } from '../kit/Page';
import { Stroke } from '../kit/Stroke';
import { count } from '../kit/say';
import { NumberInput } from './fields';
import { Beside, EditorHead } from './parts';
import type { Save } from './types';

const INCH = 25.4;
type Pens = Standard['pens'];

interface Props {
  readonly standard: Standard;
  readonly editable: boolean;
  readonly save: Save;
}

/** The permitted pen widths and what each is for: a ladder at true width, in mm and inches. */
export function PensView({ standard, editable, save }: Props) {
  const { pens } = standard;
  const [fault, setFault] = useState('');
  const advice = penAdvice(standard);

  const store = async (
    next: Pens,
    words: string,
    renamed?: { from: string; to: string },
  ): Promise<boolean> => {
    const whole = { ...standard, pens: next };
    const wrong = await save(renamed ? followName(whole, 'role', renamed.from, renamed.to) : whole);
    setFault(wrong[0] ? `${wrong[0].where}: ${wrong[0].message}` : '');
    if (wrong.length === 0) toast(words);
    return wrong.length === 0;
  };

  return (
    <Beside
      editor={
        <>
          {fault && (
            <p role="alert" className="mb-3 text-[13px] text-oxide">
              {fault}
            </p>
          )}
          <Default pens={pens} editable={editable} store={store} />
          {editable && <Permit pens={pens} store={store} />}
          <Order pens={pens} editable={editable} store={store} />
          <ByColour standard={standard} editable={editable} store={store} />
        </>
      }
    >
      {advice.length > 0 && (
        <ul
          aria-label="Worth a look"
          className="max-h-28 shrink-0 overflow-auto border-b border-hairline bg-ochre-soft px-6 py-2 text-[13px]"
        >
          {advice.map(({ says }) => (
            <li key={says}>{says}</li>
          ))}
        </ul>
      )}
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        <table className="w-full text-[13px]">
          <thead>
            <tr>
              <th className={cellHead}>As it prints</th>
              <th className={`${cellHead} text-right`}>mm</th>
              <th className={`${cellHead} text-right`}>inch</th>
              <th className={`${cellHead} text-right`}>Heavier by</th>
              <th className={cellHead}>Roles</th>
              <th className={cellHead}>Layers</th>
              {editable && (
                <th className={cellHead}>
                  <span className="sr-only">Remove</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {pens.seriesMm.map((mm, i) => {
              const layers = standard.layers.filter((layer) => layer.widthMm === mm);
              const roles = pens.roles.filter(({ widthMm }) => widthMm === mm).map(({ role }) => role);
              const used = layers.length + roles.length > 0;
              return (
                <tr key={mm}>
                  <td className={`${cell} h-9`}>
                    <Stroke
                      look={{ colour: '#000000', widthMm: mm, elementsMm: [], prints: true }}
                      width={200}
                      height={24}
                    />
                  </td>
                  <td className={`${cell} figures text-right font-medium`}>{mm.toFixed(2)}</td>
                  <td className={`${cell} figures text-right text-ink-2`}>{(mm / INCH).toFixed(4)}</td>
                  <td className={`${cell} figures text-right text-ink-2`}>
                    {i === 0 ? '' : `× ${(mm / pens.seriesMm[i - 1]).toFixed(2)}`}
                  </td>
                  <td className={cell}>{roles.join(', ') || <span className="text-ink-3">none</span>}</td>
                  <td
                    className={`${cell} whitespace-nowrap text-ink-2`}
                    title={layers.map((layer) => layer.name).join(', ')}
                  >
                    {layers.length === 0 ? 'no layer' : count(layers.length, 'layer')}
                  </td>
                  {editable && (
                    <td className={`${cell} text-right`}>
                      <Button
                        look="quiet"
                        className="h-6"
                        disabled={used || pens.seriesMm.length === 1}
                        title={used ? 'Layers or roles use it' : undefined}
                        onClick={() =>
                          void store(
                            { ...pens, seriesMm: pens.seriesMm.filter((other) => other !== mm) },
                            `${mm} mm is no longer permitted.`,
                          )
                        }
                      >
                        Remove {mm} mm
                      </Button>
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
        <Ladder standard={standard} editable={editable} store={store} />
      </div>
    </Beside>
  );
}

type Store = (next: Pens, words: string, renamed?: { from: string; to: string }) => Promise<boolean>;

/** Every role at its true width, the heaviest on top: what is seen first on paper. */
function Ladder({ standard, editable, store }: { standard: Standard; editable: boolean; store: Store }) {
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
                    <RoleName
                      role={role}
                      rename={(to) =>
                        store(
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
                <td className={`${cell} text-ink-2`}>
                  {count(
                    standard.layers.filter((layer) => foldName(layer.role) === foldName(role)).length,
                    'layer',
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

function RoleName({ role, rename }: { role: string; rename: (to: string) => Promise<boolean> }) {
  const [text, setText] = useState<string | null>(null);
  return (
    <input
      aria-label={`Name of ${role}`}
      value={text ?? role}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        const to = (text ?? role).trim();
        setText(null);
        if (to !== '' && to !== role) void rename(to);
      }}
      className="h-7 w-full rounded-md border border-transparent bg-transparent px-1 font-medium hover:border-rule focus:bg-white"
    />
  );
}

function Default({ pens, editable, store }: { pens: Pens; editable: boolean; store: Store }) {
  return (
    <>
      <EditorHead title="Default width" />
      <p className="mb-2 text-[13px] text-ink-2">What a layer prints with when nobody has set its width.</p>
      <fieldset disabled={!editable}>
        <Choice
          label="Default"
          value={String(pens.defaultMm)}
          onChange={(event) =>
            void store(
              { ...pens, defaultMm: Number(event.target.value) },
              `Default is ${event.target.value} mm now.`,
            )
          }
        >
          {STORABLE_WIDTHS_MM.filter((mm) => mm > 0).map((mm) => (
            <option key={mm} value={mm}>
              {mm} mm
            </option>
          ))}
        </Choice>
      </fieldset>
      <div className="my-2 border border-hairline bg-white px-2 py-2">
        <Stroke
          look={{ colour: '#000000', widthMm: pens.defaultMm, elementsMm: [], prints: true }}
          width={310}
        />
      </div>
    </>
  );
}

function Permit({ pens, store }: { pens: Pens; store: Store }) {
  const [added, setAdded] = useState<number | null>(null);
  const free = STORABLE_WIDTHS_MM.filter((mm) => mm > 0 && !pens.seriesMm.includes(mm));
  const next = added !== null && free.includes(added) ? added : free[0];
  return (
    <div className="mt-4 flex items-end gap-2">
      <Choice
        label="Permit another width"
        className="flex-1"
        value={String(next ?? '')}
        onChange={(event) => setAdded(Number(event.target.value))}
      >
        {free.map((mm) => (
          <option key={mm} value={mm}>
            {mm} mm
          </option>
        ))}
      </Choice>
      <Button
        look="main"
        disabled={next === undefined}
        onClick={() =>
          void store(
            { ...pens, seriesMm: [...pens.seriesMm, next].sort((a, b) => a - b) },
            `${next} mm is permitted now.`,
          )
        }
      >
        Permit it
      </Button>
    </div>
  );
}

/** Which role is heavier than which, and by how much. */
function Order({ pens, editable, store }: { pens: Pens; editable: boolean; store: Store }) {
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

/** What widths come to where they are taken from colours. */
function ByColour({ standard, editable, store }: { standard: Standard; editable: boolean; store: Store }) {
  const { pens } = standard;
  const conflicts = colourConflicts(standard);
  const fromLayers = (): Pens['byColour'] => {
    const table = new Map<number, number>();
    for (const { colour, widthMm } of standard.layers)
      if ('number' in colour && !table.has(colour.number))
        table.set(colour.number, widthMm ?? pens.defaultMm);
    return [...table].map(([number, widthMm]) => ({ number, widthMm })).sort((a, b) => a.number - b.number);
  };
  return (
    <section aria-label="Widths from colours" className="mt-6">
      <EditorHead title="Widths from colours" />
      {pens.byColour.length === 0 ? (
        <p className="text-[13px] text-ink-2">
          Some senders plot by colour. A table of colours and widths shows what that would come to.
        </p>
      ) : (
        <>
          <p className="mb-1 text-[13px]">
            {conflicts.length === 0
              ? 'Every layer comes out at its width by its colour too.'
              : `${count(conflicts.length, 'layer')} would come out at another width.`}
          </p>
          <ul className="max-h-64 overflow-auto border border-hairline bg-white text-[13px]">
            {pens.byColour.map(({ number, widthMm }) => (
              <li key={number} className="flex h-8 items-center gap-2 border-b border-hairline px-2">
                <span
                  className="size-3 border border-rule"
                  style={{ background: hexOf(rgbOf({ number })) }}
                />
                <span className="figures w-8">{number}</span>
                <Stroke look={{ colour: '#000000', widthMm, elementsMm: [], prints: true }} width={110} />
                <select
                  aria-label={`Width of colour ${number}`}
                  disabled={!editable}
                  value={widthMm}
                  onChange={(event) =>
                    void store(
                      {
                        ...pens,
                        byColour: pens.byColour.map((one) =>
                          one.number === number ? { number, widthMm: Number(event.target.value) } : one,
                        ),
                      },
                      `Colour ${number} prints at ${event.target.value} mm.`,
                    )
                  }
                  className="figures ml-auto h-6 rounded-md border border-rule bg-white px-1"
                >
                  {[...new Set([...pens.seriesMm, widthMm])]
                    .sort((a, b) => a - b)
                    .map((mm) => (
                      <option key={mm} value={mm}>
                        {mm} mm
                      </option>
                    ))}
                </select>
              </li>
            ))}
          </ul>
        </>
      )}
      {editable && (
        <div className="mt-2 flex gap-2">
          <Button
            disabled={standard.layers.length === 0}
            onClick={() => void store({ ...pens, byColour: fromLayers() }, 'The table follows the layers.')}
          >
            {pens.byColour.length === 0 ? 'Make the table from the layers' : 'Make it anew'}
          </Button>
          {pens.byColour.length > 0 && (
            <Button onClick={() => void store({ ...pens, byColour: [] }, 'The table is removed.')}>
              Remove the table
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
