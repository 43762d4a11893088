'use client';

import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { hexOf, readColour } from '@/core/dxf/colour';
import { OBJECT_KINDS } from '@/core/dxf/object-kinds';
import { PROPERTIES, type StandardLayer } from '@/core/standard/definitions';
import { familiesOfKinds, KIND_FAMILIES, kindsOfFamily } from '@/core/standard/kind-families';
import { takeApart } from '@/core/standard/naming';
import { nearestNames } from '@/core/standard/nearest-names';
import { widthOfRole } from '@/core/standard/pens';
import { followName } from '@/core/standard/rename';
import { type FieldFault, layerOf, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field, Tick } from '../kit/Field';
import { Stroke } from '../kit/Stroke';
import { Compare } from './Compare';
import { RoleChoice } from './fields';
import { History } from './History';
import { lookOf } from './layer-look';
import { BothSizes, EditorHead } from './parts';
import { NotSaved, type Typed, useKept } from './TypedForm';
import { faultAt, formatOnFile, type OnFile, type Save } from './types';

/** What a new layer begins with. */
export const BLANK_LAYER = layerOf({ name: '', widthMm: 0.25 });

/** Says while a name is typed that it breaks the office's scheme, and what would follow it. */
function OffScheme({
  standard,
  name,
  onPick,
}: {
  readonly standard: Standard;
  readonly name: string;
  readonly onPick: (name: string) => void;
}) {
  const scheme = standard.naming.layers;
  if (!scheme || name === '') return null;
  const { faults } = takeApart(scheme, name);
  if (faults.length === 0) return null;
  const known = standard.layers.map((layer) => layer.name);
  return (
    <p role="status" className="text-[12.5px] text-ochre">
      It breaks the naming scheme: {faults[0]}.
      {nearestNames(scheme, name, 3, known).map((near) => (
        <button
          key={near}
          type="button"
          className="figures ml-2 text-verdigris underline"
          onClick={() => onPick(near)}
        >
          {near}
        </button>
      ))}
    </p>
  );
}

interface Props {
  readonly standard: Standard;
  /** Position of the layer, or null for a new one. */
  readonly index: number | null;
  readonly editable: boolean;
  readonly save: Save;
  readonly onFile?: OnFile;
  readonly typed: Typed<StandardLayer>;
  readonly onDone: (name: string | null) => void;
}

/** One layer beside its stroke, which follows each keystroke. */
export function LayerEditor({ standard, index, editable, save, onFile, typed, onDone }: Props) {
  const [form, setForm] = useState<StandardLayer>(typed.begin);
  useKept(typed, form, editable);
  const [colour, setColour] = useState(formatColourInput(form));
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [sure, setSure] = useState(false);
  const element = useRef<HTMLFormElement>(null);
  const at = index ?? standard.layers.length;
  const change = (patch: Partial<StandardLayer>): void => setForm((now) => ({ ...now, ...patch }));
  const fault = (field: keyof StandardLayer): string | undefined => faultAt(faults, 'layers', at, field);
  const toggle = <T,>(list: readonly T[], value: T, on: boolean): T[] =>
    on ? [...list, value] : list.filter((item) => item !== value);

  const store = async (): Promise<void> => {
    const layers = [...standard.layers];
    layers[at] = form;
    const from = index === null ? '' : standard.layers[index].name;
    const wrong = await save(followName({ ...standard, layers }, 'layer', from, form.name.trim()));
    setFaults(wrong);
    if (wrong.length > 0) {
      // The field at fault may be out of sight.
      requestAnimationFrame(() =>
        element.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus(),
      );
      return;
    }
    toast(`${form.name} is saved in the draft.`);
    onDone(form.name.trim());
  };

  const remove = async (): Promise<void> => {
    const wrong = await save({ ...standard, layers: standard.layers.filter((_, i) => i !== index) });
    if (wrong.length > 0) return;
    toast(`${form.name} is removed from the draft.`);
    onDone(null);
  };

  const typeColour = (text: string): void => {
    setColour(text);
    const parsed = readColour(text);
    if (parsed) change({ colour: parsed });
  };

  return (
    <form
      ref={element}
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <EditorHead title={form.name || 'New layer'}>
        <NotSaved {...typed} />
      </EditorHead>
      <div className="mb-3 border border-hairline bg-white px-2 py-3">
        <Stroke look={lookOf(standard, form)} width={310} height={26} />
        <BothSizes paperMm={form.widthMm ?? standard.pens.defaultMm} />
      </div>
      {onFile && index !== null && (
        <p className="mb-3 text-[12.5px] text-ink-2">{formatOnFile(onFile, standard.layers[index].name)}</p>
      )}
      <fieldset disabled={!editable} className="space-y-2.5">
        <Field
          label="Name"
          mono
          value={form.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
          required
        />
        <OffScheme standard={standard} name={form.name.trim()} onPick={(name) => change({ name })} />
        <Field
          label="What belongs on it"
          value={form.purpose}
          fault={fault('purpose')}
          onChange={(event) => change({ purpose: event.target.value })}
        />
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Colour"
            mono
            value={colour}
            hint="1 to 255, or #rrggbb"
            fault={readColour(colour) ? fault('colour') : 'not a colour'}
            onChange={(event) => typeColour(event.target.value)}
          />
          <Choice
            label="Width"
            value={form.widthMm === null ? '' : String(form.widthMm)}
            fault={fault('widthMm')}
            onChange={(event) =>
              change({ widthMm: event.target.value === '' ? null : Number(event.target.value) })
            }
          >
            {standard.pens.seriesMm.map((mm) => (
              <option key={mm} value={mm}>
                {mm} mm
              </option>
            ))}
            <option value="">default ({standard.pens.defaultMm} mm)</option>
          </Choice>
          <Choice
            label="Linetype"
            value={form.linetype}
            fault={fault('linetype')}
            onChange={(event) => change({ linetype: event.target.value })}
          >
            {standard.linetypes.map((linetype) => (
              <option key={linetype.name}>{linetype.name}</option>
            ))}
          </Choice>
          <Field
            label="Clause"
            value={form.clause}
            fault={fault('clause')}
            onChange={(event) => change({ clause: event.target.value })}
          />
          <Field
            label="Discipline"
            list="disciplines"
            value={form.discipline}
            fault={fault('discipline')}
            onChange={(event) => change({ discipline: event.target.value })}
          />
          <datalist id="disciplines">
            {[...new Set(standard.layers.map(({ discipline }) => discipline))].map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
          <RoleChoice
            standard={standard}
            label="Role of its pen"
            none="none"
            value={form.role}
            fault={fault('role')}
            // The role brings its width along.
            set={(role) => change({ role, widthMm: widthOfRole(standard.pens, role) ?? form.widthMm })}
          />
        </div>
        <Choice
          label="Meaning of its lines"
          value={form.meaning}
          fault={fault('meaning')}
          onChange={(event) => {
            const meaning = standard.meanings.find(({ name }) => name === event.target.value);
            change({ meaning: event.target.value, linetype: meaning?.linetype ?? form.linetype });
          }}
        >
          <option value="">anything</option>
          {standard.meanings.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </Choice>
        <label className="block text-[12.5px] text-ink-2">
          Notes
          <textarea
            rows={2}
            value={form.notes}
            onChange={(event) => change({ notes: event.target.value })}
            className="mt-0.5 w-full rounded-md border border-rule bg-white px-2 py-1 text-[13px] text-ink"
          />
        </label>
        <div>
          <Tick label="Prints" checked={form.prints} onChange={(prints) => change({ prints })} />
          <Tick
            label="Every drawing must have it"
            checked={form.required}
            onChange={(required) => change({ required })}
          />
        </div>
        <fieldset>
          <legend className="mb-0.5 text-[12.5px] text-ink-2">
            What belongs on it {form.kinds.length === 0 && '(none ticked: anything)'}
          </legend>
          <div className="grid grid-cols-2">
            {KIND_FAMILIES.map((family) => (
              <Tick
                key={family}
                label={family}
                checked={familiesOfKinds(form.kinds).includes(family)}
                onChange={(on) => {
                  const own = kindsOfFamily(family);
                  const wanted = new Set([
                    ...form.kinds.filter((one) => !own.includes(one)),
                    ...(on ? own : []),
                  ]);
                  change({ kinds: OBJECT_KINDS.filter((one) => wanted.has(one)) });
                }}
              />
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend className="mb-0.5 text-[12.5px] text-ink-2">
            Objects may carry their own (approved exceptions)
          </legend>
          <div className="flex gap-4">
            {PROPERTIES.map((property) => (
              <Tick
                key={property}
                label={property}
                checked={form.ownValuesAllowed.includes(property)}
                onChange={(on) => change({ ownValuesAllowed: toggle(form.ownValuesAllowed, property, on) })}
              />
            ))}
          </div>
        </fieldset>
      </fieldset>
      {faults.length > 0 && !faults.some((one) => one.path[0] === 'layers' && one.path[1] === at) && (
        <p role="alert" className="mt-3 text-oxide">
          {faults[0].where}: {faults[0].message}
        </p>
      )}
      {editable && (
        <div className="mt-4 flex gap-2">
          <Button look="main" type="submit" disabled={!readColour(colour)}>
            {index === null ? 'Add the layer' : 'Save'}
          </Button>
          {index !== null &&
            (sure ? (
              <Button look="grave" onClick={() => void remove()}>
                Yes, remove it
              </Button>
            ) : (
              <Button onClick={() => setSure(true)}>Remove …</Button>
            ))}
        </div>
      )}
      {index !== null && (
        <>
          <History kind="Layer" name={standard.layers[index].name} />
          <Compare
            standard={standard}
            kind="layer"
            name={standard.layers[index].name}
            list={standard.layers}
            picture={(layer) => <Stroke look={lookOf(standard, layer)} width={140} />}
          />
        </>
      )}
    </form>
  );
}

export const formatColourInput = ({ colour }: StandardLayer): string =>
  'rgb' in colour ? hexOf(colour.rgb) : String(colour.number);
