'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { FACES } from '@/core/dxf/fonts';
import {
  formatStroke,
  HEIGHTS_OF_STYLE,
  JUSTIFICATIONS,
  type Lettering,
  modelHeight,
  penFor,
  type StandardTextStyle,
  textStyleOf,
  tooSmallOn,
} from '@/core/standard/lettering';
import { reductions } from '@/core/standard/scales';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field } from '../kit/Field';
import { cell, cellHead } from '../kit/Page';
import { Specimen } from '../kit/Specimen';
import { Compare } from './Compare';
import { FACE_NAMES, NotesAndClause } from './fields';
import { Heights, type StoreLettering } from './Heights';
import { History } from './History';
import { Beside, EditorHead } from './parts';
import { TableTools } from './TableTools';
import { NotSaved, type Typed, TypedForm, useKept } from './TypedForm';
import { formatOnFile, type OnFile, type ViewProps } from './types';

const SAMPLE = 'Quay wall ⌀240 ±0.5';
const SCALES = reductions(20, 500);

/** Text styles at their true size, the permitted heights, and the smallest height on each sheet. */
export function LetteringView({ standard, edition, editable, save, onFile }: ViewProps) {
  const { lettering } = standard;
  /** Index of the style in the editor; one past the last for a new one; null for heights and sheets. */
  const [chosen, setChosen] = useState<number | null>(null);
  const store = async (next: Lettering, words: string): Promise<readonly FieldFault[]> => {
    const wrong = await save({ ...standard, lettering: next });
    if (wrong.length === 0) toast(words);
    return wrong;
  };
  return (
    <Beside
      editor={
        chosen === null ? (
          <Heights lettering={lettering} editable={editable} store={store} />
        ) : (
          <TypedForm
            key={chosen}
            id={`${edition} text style ${standard.lettering.styles[chosen]?.name ?? 'new'}`}
            original={standard.lettering.styles[chosen] ?? BLANK_STYLE}
          >
            {(typed) => (
              <StyleEditor
                standard={standard}
                index={chosen}
                editable={editable}
                store={store}
                onFile={onFile}
                typed={typed}
                onDone={() => {
                  typed.forget();
                  setChosen(null);
                }}
              />
            )}
          </TypedForm>
        )
      }
    >
      <div className="flex min-h-12 items-center border-b border-hairline bg-plate px-6 py-2">
        {editable && (
          <Button look="main" onClick={() => setChosen(lettering.styles.length)}>
            Add a text style
          </Button>
        )}
        <TableTools
          kind="text-styles"
          standard={standard}
          edition={edition}
          editable={editable}
          save={save}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        {lettering.styles.length === 0 && (
          <p className="px-6 py-4 text-ink-2">
            The standard has no text styles yet. {editable ? '' : 'Begin the next draft to add some.'}
          </p>
        )}
        {lettering.styles.length > 0 && (
          <table className="w-full text-[13px]">
            <thead>
              <tr>
                <th className={cellHead}>Style</th>
                <th className={cellHead}>At true size</th>
                <th className={`${cellHead} text-right`}>mm</th>
                <th className={cellHead}>Stroke</th>
                <th className={cellHead}>Too small on</th>
              </tr>
            </thead>
            <tbody>
              {lettering.styles.map((style, i) => {
                const penMm = penFor(style.heightMm, standard.pens.seriesMm);
                const small = tooSmallOn(lettering, style.heightMm);
                return (
                  <tr key={style.name} className={chosen === i ? 'bg-verdigris-soft' : ''}>
                    <td className={cell}>
                      <button
                        type="button"
                        className="text-left"
                        aria-expanded={chosen === i}
                        onClick={() => setChosen(chosen === i ? null : i)}
                      >
                        <span
                          title={style.name}
                          className="figures line-clamp-2 font-medium text-verdigris wrap-anywhere hover:underline"
                        >
                          {style.name}
                        </span>
                        <span className="line-clamp-2 text-[12.5px] text-ink-2">{style.use}</span>
                      </button>
                    </td>
                    <td className={`${cell} py-2`}>
                      <Specimen
                        style={style}
                        lines={[SAMPLE]}
                        penMm={penMm}
                        label={`${style.name}: ${SAMPLE}`}
                        maxWidthMm={95}
                      />
                    </td>
                    <td className={`${cell} figures text-right`}>
                      {style.heightMm.toFixed(1)}
                      {style.heights !== 'its own' && (
                        <span className="block font-sans text-[12.5px] text-ink-2">or any</span>
                      )}
                    </td>
                    <td className={`${cell} figures text-ink-2`}>
                      {style.face === 'stroke'
                        ? `${penMm} mm · ${formatStroke(penMm, style.heightMm)}`
                        : 'filled'}
                    </td>
                    <td className={`${cell} ${small.length > 0 ? 'text-ochre' : 'text-ink-3'}`}>
                      {small.length > 0 ? small.join(', ') : 'none'}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </div>
    </Beside>
  );
}

/** What a new text style begins with. */
const BLANK_STYLE = textStyleOf('');

function StyleEditor({
  standard,
  index,
  editable,
  store,
  onFile,
  typed,
  onDone,
}: {
  standard: Standard;
  index: number;
  editable: boolean;
  store: StoreLettering;
  onFile?: OnFile;
  typed: Typed<StandardTextStyle>;
  onDone: () => void;
}) {
  const { lettering } = standard;
  const present = lettering.styles[index];
  const [form, setForm] = useState<StandardTextStyle>(typed.begin);
  useKept(typed, form, editable);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const change = (patch: Partial<StandardTextStyle>): void => setForm((now) => ({ ...now, ...patch }));
  const fault = (field: keyof StandardTextStyle): string | undefined =>
    faults.find((one) => one.path.join('.') === `lettering.styles.${index}.${field}`)?.message;
  const penMm = penFor(form.heightMm, standard.pens.seriesMm);
  const number = (label: string, field: 'widthFactor' | 'slantDeg' | 'lineSpacing', step: number) => (
    <Field
      label={label}
      type="number"
      step={step}
      value={form[field]}
      fault={fault(field)}
      onChange={(event) => change({ [field]: Number(event.target.value) })}
    />
  );
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const styles = [...lettering.styles];
        styles[index] = form;
        void store({ ...lettering, styles }, `${form.name} is saved in the draft.`).then((wrong) => {
          setFaults(wrong);
          if (wrong.length === 0) onDone();
        });
      }}
    >
      <EditorHead title={present?.name ?? 'A new text style'}>
        <NotSaved {...typed} />
      </EditorHead>
      <div className="mb-3 overflow-hidden border border-hairline bg-white px-2 py-3">
        <Specimen
          style={form}
          lines={[SAMPLE, 'Übersicht 1:100']}
          penMm={penMm}
          label="Preview of the style"
          maxWidthMm={80}
        />
      </div>
      <p className="figures mb-3 text-[12.5px] text-ink-2">
        {form.heightMm} mm on paper
        {SCALES.map(
          (scale) => ` · ${Number(modelHeight(form.heightMm, scale).toPrecision(12))} at 1:${scale}`,
        )}
      </p>
      {onFile && present && (
        <p className="mb-3 text-[12.5px] text-ink-2">{formatOnFile(onFile, present.name)}</p>
      )}
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Field
          label="Name"
          value={form.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <Field
          label="What it is for"
          value={form.use}
          fault={fault('use')}
          onChange={(event) => change({ use: event.target.value })}
        />
        <div className="flex gap-3">
          <Choice
            label="Height"
            className="flex-1"
            value={String(form.heightMm)}
            fault={fault('heightMm')}
            onChange={(event) => change({ heightMm: Number(event.target.value) })}
          >
            {[...new Set([...lettering.heightsMm, form.heightMm])]
              .sort((a, b) => a - b)
              .map((mm) => (
                <option key={mm} value={mm}>
                  {mm} mm
                </option>
              ))}
          </Choice>
          <Choice
            label="Face"
            className="flex-1"
            value={form.face}
            onChange={(event) => change({ face: event.target.value as StandardTextStyle['face'] })}
          >
            {FACES.map((face) => (
              <option key={face} value={face}>
                {FACE_NAMES[face]}
              </option>
            ))}
          </Choice>
        </div>
        <Choice
          label="Heights of its texts"
          value={form.heights}
          fault={fault('heights')}
          onChange={(event) => change({ heights: event.target.value as StandardTextStyle['heights'] })}
        >
          {HEIGHTS_OF_STYLE.map((one) => (
            <option key={one} value={one}>
              {one === 'its own' ? `${form.heightMm} mm alone` : 'any permitted height'}
            </option>
          ))}
        </Choice>
        <Field
          label="Font that drawings name"
          hint="Empty: any font will do."
          value={form.font}
          fault={fault('font')}
          onChange={(event) => change({ font: event.target.value })}
        />
        <div className="grid grid-cols-3 gap-3">
          {number('Width factor', 'widthFactor', 0.05)}
          {number('Slant, °', 'slantDeg', 1)}
          {number('Line spacing', 'lineSpacing', 0.1)}
        </div>
        <div className="flex gap-3">
          <Choice
            label="Justification"
            className="flex-1"
            value={form.justification}
            onChange={(event) =>
              change({ justification: event.target.value as StandardTextStyle['justification'] })
            }
          >
            {JUSTIFICATIONS.map((side) => (
              <option key={side}>{side}</option>
            ))}
          </Choice>
        </div>
        <NotesAndClause value={form} change={change} />
      </fieldset>
      <div className="mt-4 flex gap-2">
        {editable && (
          <Button look="main" type="submit">
            {present ? 'Save the style' : 'Add the style'}
          </Button>
        )}
        <Button look="quiet" onClick={onDone}>
          {editable ? 'Cancel' : 'Close'}
        </Button>
        {editable && present && (
          <Button
            look="grave"
            className="ml-auto"
            onClick={() =>
              void store(
                { ...lettering, styles: lettering.styles.filter((_, i) => i !== index) },
                `${present.name} is removed from the draft.`,
              ).then((wrong) => wrong.length === 0 && onDone())
            }
          >
            Remove
          </Button>
        )}
      </div>
      {present && (
        <>
          <History kind="Text style" name={present.name} />
          <Compare
            standard={standard}
            kind="text style"
            name={present.name}
            list={lettering.styles}
            picture={(style) => (
              <Specimen
                style={style}
                lines={['Quay ⌀240']}
                penMm={penFor(style.heightMm, standard.pens.seriesMm)}
                label={style.name}
                maxWidthMm={34}
              />
            )}
          />
        </>
      )}
    </form>
  );
}
