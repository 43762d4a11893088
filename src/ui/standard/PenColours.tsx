'use client';

import { useState } from 'react';
import { hexOf, rgbOf } from '@/core/dxf/colour';
import { colourConflicts } from '@/core/standard/pens';
import type { Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Field } from '../kit/Field';
import { count } from '../kit/format';
import { Scroller } from '../kit/Scroller';
import { Stroke } from '../kit/Stroke';
import type { Pens, StorePens } from './PenRoles';
import { EditorHead } from './parts';

/** What widths come to where they are taken from colours. */
export function ByColour({
  standard,
  editable,
  store,
}: {
  standard: Standard;
  editable: boolean;
  store: StorePens;
}) {
  const { pens } = standard;
  const conflicts = colourConflicts(standard);
  const [colour, setColour] = useState('');
  const added = Number(colour);
  const addable =
    colour.trim() !== '' &&
    Number.isInteger(added) &&
    added >= 1 &&
    added <= 255 &&
    !pens.byColour.some(({ number }) => number === added);
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
          <Scroller
            label="Width of each colour"
            className="max-h-64 border border-hairline bg-white text-[13px]"
          >
            <ul>
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
                  {editable && (
                    <Button
                      look="quiet"
                      className="h-6 px-1"
                      aria-label={`Remove colour ${number}`}
                      onClick={() =>
                        void store(
                          { ...pens, byColour: pens.byColour.filter((one) => one.number !== number) },
                          `Colour ${number} is out of the table.`,
                        )
                      }
                    >
                      Remove
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          </Scroller>
        </>
      )}
      {editable && (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (!addable) return;
            void store(
              {
                ...pens,
                byColour: [...pens.byColour, { number: added, widthMm: pens.defaultMm }].sort(
                  (a, b) => a.number - b.number,
                ),
              },
              `Colour ${added} prints at ${pens.defaultMm} mm.`,
            ).then((done) => done && setColour(''));
          }}
        >
          <Field
            label="Another colour, 1 to 255"
            className="w-44"
            mono
            inputMode="numeric"
            value={colour}
            onChange={(event) => setColour(event.target.value)}
          />
          <Button type="submit" disabled={!addable}>
            Add the colour
          </Button>
        </form>
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
