'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { STORABLE_WIDTHS_MM, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice } from '../kit/Field';
import { cell, cellHead } from '../kit/Page';
import { Stroke } from '../kit/Stroke';
import { count } from '../kit/say';
import { Beside, EditorHead } from './parts';
import type { Save } from './types';

const INCH = 25.4;

/** The permitted pen widths as a ladder of strokes, in mm and inches, and what "default" means. */
export function PensView({
  standard,
  editable,
  save,
}: {
  standard: Standard;
  editable: boolean;
  save: Save;
}) {
  const { seriesMm, defaultMm } = standard.pens;
  const free = STORABLE_WIDTHS_MM.filter((mm) => mm > 0 && !seriesMm.includes(mm));
  const [added, setAdded] = useState<number | null>(null);
  const [fault, setFault] = useState('');

  const store = async (pens: Standard['pens'], words: string): Promise<void> => {
    const wrong = await save({ ...standard, pens });
    setFault(wrong[0] ? `${wrong[0].where}: ${wrong[0].message}` : '');
    if (wrong.length === 0) toast(words);
  };

  return (
    <Beside
      editor={
        <>
          <EditorHead title="Default width" />
          <p className="mb-2 text-[13px] text-ink-2">
            What a layer prints with when nobody has set its width.
          </p>
          <fieldset disabled={!editable}>
            <Choice
              label="Default"
              value={String(defaultMm)}
              onChange={(event) =>
                void store(
                  { ...standard.pens, defaultMm: Number(event.target.value) },
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
              look={{ colour: '#000000', widthMm: defaultMm, elementsMm: [], prints: true }}
              width={310}
            />
          </div>
          {editable && (
            <>
              <div className="mt-5">
                <EditorHead title="Permit another width" />
              </div>
              <Choice
                label="Width"
                hint="Only these can be held in a drawing."
                value={String(added ?? free[0] ?? '')}
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
                className="mt-2"
                disabled={free.length === 0}
                onClick={() => {
                  const mm = added !== null && free.includes(added) ? added : free[0];
                  void store(
                    { ...standard.pens, seriesMm: [...seriesMm, mm].sort((a, b) => a - b) },
                    `${mm} mm is permitted now.`,
                  );
                }}
              >
                Permit it
              </Button>
            </>
          )}
          {fault && (
            <p role="alert" className="mt-3 text-oxide">
              {fault}
            </p>
          )}
        </>
      }
    >
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        <table className="w-full text-[13px]">
          <thead>
            <tr>
              <th className={cellHead}>As it prints</th>
              <th className={`${cellHead} text-right`}>mm</th>
              <th className={`${cellHead} text-right`}>inch</th>
              <th className={`${cellHead} text-right`}>Heavier than the last by</th>
              <th className={cellHead}>Used by</th>
              <th className={cellHead}>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {seriesMm.map((mm, i) => {
              const layers = standard.layers.filter((layer) => layer.widthMm === mm);
              return (
                <tr key={mm}>
                  <td className={`${cell} h-10`}>
                    <Stroke
                      look={{ colour: '#000000', widthMm: mm, elementsMm: [], prints: true }}
                      width={260}
                      height={24}
                    />
                  </td>
                  <td className={`${cell} figures text-right font-medium`}>{mm.toFixed(2)}</td>
                  <td className={`${cell} figures text-right text-ink-2`}>{(mm / INCH).toFixed(4)}</td>
                  <td className={`${cell} figures text-right text-ink-2`}>
                    {i === 0 ? '' : `× ${(mm / seriesMm[i - 1]).toFixed(2)}`}
                  </td>
                  <td
                    className={`${cell} max-w-80 truncate text-ink-2`}
                    title={layers.map((layer) => layer.name).join(', ')}
                  >
                    {layers.length === 0 ? 'no layer' : count(layers.length, 'layer')}
                  </td>
                  <td className={`${cell} text-right`}>
                    {editable && (
                      <Button
                        look="quiet"
                        className="h-6"
                        disabled={layers.length > 0 || seriesMm.length === 1}
                        title={layers.length > 0 ? 'Layers use it' : undefined}
                        onClick={() =>
                          void store(
                            { ...standard.pens, seriesMm: seriesMm.filter((other) => other !== mm) },
                            `${mm} mm is no longer permitted.`,
                          )
                        }
                      >
                        Remove {mm} mm
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </Beside>
  );
}
