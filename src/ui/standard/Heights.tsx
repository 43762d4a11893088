import { useState } from 'react';
import { type Lettering, SHEETS } from '@/core/standard/lettering';
import type { FieldFault } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Field } from '../kit/Field';
import { Specimen } from '../kit/Specimen';
import { EditorHead } from './parts';

/** Saves the lettering, and says so. */
export type StoreLettering = (next: Lettering, words: string) => Promise<readonly FieldFault[]>;

/** The permitted heights, and the smallest on each sheet. */
export function Heights({
  lettering,
  editable,
  store,
}: {
  lettering: Lettering;
  editable: boolean;
  store: StoreLettering;
}) {
  const [series, setSeries] = useState(lettering.heightsMm.join(', '));
  const [smallest, setSmallest] = useState<Record<string, string>>(
    Object.fromEntries(SHEETS.map((sheet) => [sheet, String(lettering.smallestMm[sheet])])),
  );
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const fault = (path: string): string | undefined =>
    faults.find((one) => one.path.join('.').startsWith(`lettering.${path}`))?.message;
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const next: Lettering = {
          ...lettering,
          heightsMm: series
            .split(/[\s,;]+/)
            .filter((part) => part !== '')
            .map(Number),
          smallestMm: Object.fromEntries(
            SHEETS.map((sheet) => [sheet, Number(smallest[sheet])]),
          ) as Lettering['smallestMm'],
        };
        void store(next, 'Heights are saved in the draft.').then(setFaults);
      }}
    >
      <EditorHead title="Heights on paper" />
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Field
          label="Permitted heights, mm"
          mono
          value={series}
          fault={fault('heightsMm')}
          onChange={(event) => setSeries(event.target.value)}
        />
        <div>
          <p className="mb-1 text-[12.5px] text-ink-2">Smallest on each sheet, mm</p>
          <div className="grid grid-cols-5 gap-2">
            {SHEETS.map((sheet) => (
              <Field
                key={sheet}
                label={sheet}
                mono
                value={smallest[sheet]}
                fault={fault(`smallestMm.${sheet}`)}
                onChange={(event) => setSmallest({ ...smallest, [sheet]: event.target.value })}
              />
            ))}
          </div>
        </div>
      </fieldset>
      {fault('styles') && (
        <p role="alert" className="mt-2 text-oxide">
          {fault('styles')}
        </p>
      )}
      {editable && (
        <Button look="main" type="submit" className="mt-3">
          Save the heights
        </Button>
      )}
      <div className="mt-5 border border-hairline bg-white p-2">
        {lettering.heightsMm
          .filter((mm) => mm <= 7)
          .map((mm) => (
            <div
              key={mm}
              className="flex items-end justify-between gap-2 border-b border-hairline py-1 last:border-b-0"
            >
              <Specimen
                style={{
                  face: 'stroke',
                  heightMm: mm,
                  widthFactor: 1,
                  slantDeg: 0,
                  lineSpacing: 1.6,
                  justification: 'left',
                }}
                lines={['Plan 1:100']}
                penMm={mm / 10}
                label={`Plan 1:100 at ${mm} mm`}
                maxWidthMm={62}
              />
              <span className="figures text-[12px] text-ink-2">{mm} mm</span>
            </div>
          ))}
      </div>
      <p className="mt-2 text-[12px] text-ink-3">
        Stroke a tenth of the height. Sizes are true on a screen of 96 pixels to the inch.
      </p>
    </form>
  );
}
