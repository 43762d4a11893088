'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { STORABLE_WIDTHS_MM } from '@/core/standard/definitions';
import { layersAtRole, offRole, penAdvice } from '@/core/standard/pens';
import { followName } from '@/core/standard/rename';
import type { Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice } from '../kit/Field';
import { count } from '../kit/format';
import { cell, cellHead } from '../kit/Page';
import { Scroller } from '../kit/Scroller';
import { Stroke } from '../kit/Stroke';
import { ByColour } from './PenColours';
import { Ladder, Order, type Pens, type StorePens } from './PenRoles';
import { Beside, EditorHead } from './parts';
import type { Save } from './types';

const INCH = 25.4;

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

  const bring = async (role: string): Promise<void> => {
    const off = offRole(standard, role);
    const wrong = await save(layersAtRole(standard, role));
    setFault(wrong[0] ? `${wrong[0].where}: ${wrong[0].message}` : '');
    if (wrong.length === 0) toast(`${count(off.length, 'layer')} of ${role} brought along.`);
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
          {advice.map(({ says, role }) => (
            <li key={says} className="flex items-baseline gap-3">
              <span className="min-w-0 flex-1">{says}</span>
              {editable && role !== undefined && (
                <Button
                  look="quiet"
                  className="h-6 px-1"
                  aria-label={`Bring the layers of ${role} along`}
                  onClick={() => void bring(role)}
                >
                  Bring them along
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <Scroller label="Pens" className="bg-white">
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
        <Ladder standard={standard} editable={editable} store={store} bring={(role) => void bring(role)} />
      </Scroller>
    </Beside>
  );
}

function Default({ pens, editable, store }: { pens: Pens; editable: boolean; store: StorePens }) {
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

function Permit({ pens, store }: { pens: Pens; store: StorePens }) {
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
