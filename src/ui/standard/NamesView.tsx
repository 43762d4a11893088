'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import {
  NAMED_THINGS,
  type NamedThing,
  type NamingField,
  type NamingScheme,
  PATTERNS,
} from '@/core/standard/naming';
import { NAMING_FORMS } from '@/core/standard/naming-forms';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field, Tick } from '../kit/Field';
import { Pills } from '../kit/Pills';
import { InlineName } from './fields';
import { NamesTaken } from './NamesTaken';
import { Beside, EditorHead } from './parts';
import { TryName } from './TryName';
import { NotSaved, type Typed, TypedForm, useKept } from './TypedForm';
import type { Save } from './types';

interface Props {
  readonly standard: Standard;
  readonly edition: number;
  readonly editable: boolean;
  readonly save: Save;
}

/** The standard's own names of a kind, with what they are called on the page. */
const OWN: Readonly<Record<NamedThing, { one: string; names: (standard: Standard) => string[] }>> = {
  layers: { one: 'layer', names: ({ layers }) => layers.map(({ name }) => name) },
  files: { one: 'file', names: () => [] },
  symbols: { one: 'symbol', names: ({ lineMarks }) => lineMarks.map(({ name }) => name) },
  styles: {
    one: 'style',
    names: ({ lettering, dimensions }) => [...lettering.styles, ...dimensions].map(({ name }) => name),
  },
};

/** How names are made up: of layers, files, symbols and styles. */
export function NamesView(props: Props) {
  const [thing, setThing] = useState<NamedThing>('layers');
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="border-b border-hairline bg-plate px-6 py-2">
        <Pills
          label="Names of"
          of={NAMED_THINGS}
          chosen={thing}
          onChoose={setThing}
          more={(one) =>
            props.standard.naming[one] === null && <span className="ml-1 font-normal text-ink-3">none</span>
          }
        />
      </div>
      <SchemeOf key={thing} thing={thing} {...props} />
    </div>
  );
}

/** A field as it is edited: its codes are typed as lines. */
interface TypedField {
  readonly form: NamingField;
  readonly codes: string;
}

const typedOf = (field: NamingField): TypedField => ({ form: field, codes: writeCodes(field) });

/** The scheme of one kind of name, a name to try, and the office's own names taken apart. */
function SchemeOf({ thing, standard, edition, editable, save }: Props & { thing: NamedThing }) {
  const scheme = standard.naming[thing];
  const { one, names } = OWN[thing];
  const own = names(standard);
  const [chosen, setChosen] = useState<number | null>(null);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);

  const store = async (next: NamingScheme | null, words: string): Promise<boolean> => {
    const wrong = await save({ ...standard, naming: { ...standard.naming, [thing]: next } });
    setFaults(wrong);
    if (wrong.length === 0) toast(words);
    return wrong.length === 0;
  };

  if (!scheme)
    return (
      <div className="min-h-0 flex-1 overflow-auto bg-white px-6 py-5">
        <h2 className="text-[15px] font-semibold">The office has no scheme for the names of {thing}</h2>
        <p className="mt-1 max-w-2xl text-[13px] text-ink-2">
          {editable
            ? 'Start from a published form and adapt it. Its fields, codes and separators can all be changed.'
            : 'Begin the next draft to decide on one.'}
        </p>
        {editable && (
          <ul className="mt-4 flex max-w-3xl flex-col">
            {NAMING_FORMS.map((form) => (
              <li key={form.name} className="flex items-center gap-4 border-b border-hairline py-3">
                <div className="min-w-0 flex-1">
                  <p className="font-medium">{form.name}</p>
                  <p className="truncate text-[13px] text-ink-2">
                    {form.fields
                      .map((field) => `${field.separator}${field.required ? field.name : `[${field.name}]`}`)
                      .join(' ')}
                  </p>
                </div>
                <Button
                  look="main"
                  onClick={() => void store(form, `“${form.name}” is the scheme of the draft now.`)}
                >
                  Start from it
                </Button>
              </li>
            ))}
          </ul>
        )}
      </div>
    );

  return (
    <Beside
      editor={
        chosen === null ? (
          <TryName scheme={scheme} one={one} known={own} />
        ) : (
          <TypedForm
            key={`${chosen} ${scheme.fields.length}`}
            id={`${edition} field of ${thing} ${chosen}`}
            original={typedOf(scheme.fields[chosen])}
          >
            {(typed) => (
              <FieldEditor
                scheme={scheme}
                thing={thing}
                index={chosen}
                editable={editable}
                faults={faults}
                typed={typed}
                onStore={async (next, words) => {
                  const done = await store(next, words);
                  if (!done) return;
                  typed.forget();
                  setChosen(null);
                }}
                onDone={() => {
                  typed.forget();
                  setFaults([]);
                  setChosen(null);
                }}
              />
            )}
          </TypedForm>
        )
      }
    >
      <div className="flex flex-wrap items-center gap-x-1 gap-y-2 border-b border-hairline bg-plate px-6 py-3">
        {editable ? (
          <InlineName
            label="Name of the scheme"
            name={scheme.name}
            className="mr-2 field-sizing-content max-w-72 text-[13px] text-ink-2"
            rename={(name) => void store({ ...scheme, name }, `The scheme is called “${name}” now.`)}
          />
        ) : (
          <span className="mr-2 text-[13px] text-ink-2">{scheme.name}</span>
        )}
        {scheme.fields.map((field, i) => (
          <span key={field.name} className="flex items-center gap-1">
            {field.separator !== '' && <span className="figures text-[15px]">{field.separator}</span>}
            <button
              type="button"
              aria-pressed={chosen === i}
              onClick={() => setChosen(chosen === i ? null : i)}
              className={`h-8 rounded-sm border px-2.5 text-[13px] ${chosen === i ? 'border-verdigris bg-verdigris-soft' : 'border-rule bg-white hover:border-ink'} ${field.required ? '' : 'border-dashed'}`}
            >
              {field.name}
              <span className="figures ml-1.5 text-[11.5px] text-ink-2">
                {field.minLength === field.maxLength
                  ? field.minLength
                  : `${field.minLength}–${field.maxLength}`}
              </span>
            </button>
          </span>
        ))}
        {editable && (
          <>
            <Button
              look="quiet"
              className="h-7"
              onClick={() => {
                const next: NamingField = {
                  name: `Field ${scheme.fields.length + 1}`,
                  separator: '-',
                  minLength: 1,
                  maxLength: 4,
                  required: false,
                  pattern: 'letters and digits',
                  codes: [],
                  codeLength: 0,
                  filler: false,
                };
                void store(
                  { ...scheme, fields: [...scheme.fields, next] },
                  'A field is added at the end.',
                ).then((done) => done && setChosen(scheme.fields.length));
              }}
            >
              Add a field
            </Button>
            <Button
              look="quiet"
              className="h-7"
              onClick={() => void store(null, 'The draft has no scheme now.')}
            >
              Do without a scheme
            </Button>
          </>
        )}
      </div>
      <NamesTaken scheme={scheme} names={own} one={one} many={thing} />
    </Beside>
  );
}

/** Codes as lines of text: a code, then what it means. */
const writeCodes = (field: NamingField): string =>
  field.codes.map(({ code, meaning }) => (meaning ? `${code} ${meaning}` : code)).join('\n');

const readCodes = (text: string): NamingField['codes'] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => {
      const [code, ...rest] = line.split(/\s+/);
      return { code, meaning: rest.join(' ') };
    });

function FieldEditor({
  scheme,
  thing,
  index,
  editable,
  faults,
  typed,
  onStore,
  onDone,
}: {
  scheme: NamingScheme;
  thing: NamedThing;
  index: number;
  editable: boolean;
  faults: readonly FieldFault[];
  typed: Typed<TypedField>;
  onStore: (next: NamingScheme, words: string) => Promise<void>;
  onDone: () => void;
}) {
  const [form, setForm] = useState<NamingField>(typed.begin.form);
  const [codes, setCodes] = useState(typed.begin.codes);
  useKept(typed, { form, codes }, editable);
  const change = (patch: Partial<NamingField>): void => setForm((now) => ({ ...now, ...patch }));
  const fault = (name: string): string | undefined =>
    faults.find((one) => one.path.join('.').startsWith(`naming.${thing}.fields.${index}.${name}`))?.message;
  const others = faults.filter((one) => !one.path.join('.').startsWith(`naming.${thing}.fields.${index}.`));
  const next = (fields: NamingField[]): NamingScheme => ({ ...scheme, fields });
  const move = (by: number): NamingScheme => {
    const fields = [...scheme.fields];
    const [own] = fields.splice(index, 1);
    fields.splice(index + by, 0, own);
    return next(fields);
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const fields = [...scheme.fields];
        fields[index] = { ...form, codes: readCodes(codes) };
        void onStore(next(fields), `${form.name} is saved in the draft.`);
      }}
    >
      <EditorHead title={scheme.fields[index].name}>
        <NotSaved {...typed} />
      </EditorHead>
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Field
          label="Name of the field"
          value={form.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <div className="flex gap-3">
          <Field
            label="Stands before it"
            mono
            value={form.separator}
            fault={fault('separator')}
            onChange={(event) => change({ separator: event.target.value })}
          />
          <Field
            label="Shortest"
            type="number"
            min={1}
            value={form.minLength}
            fault={fault('minLength')}
            onChange={(event) => change({ minLength: Number(event.target.value) })}
          />
          <Field
            label="Longest"
            type="number"
            min={1}
            value={form.maxLength}
            fault={fault('maxLength')}
            onChange={(event) => change({ maxLength: Number(event.target.value) })}
          />
        </div>
        <Choice
          label="Made of"
          value={form.pattern}
          onChange={(event) => change({ pattern: event.target.value as NamingField['pattern'] })}
        >
          {PATTERNS.map((pattern) => (
            <option key={pattern}>{pattern}</option>
          ))}
        </Choice>
        <Tick
          label="Every name has it"
          checked={form.required}
          onChange={(required) => change({ required })}
        />
        <Tick
          label="Positions that are not used hold a hyphen"
          checked={form.filler}
          onChange={(filler) => change({ filler })}
        />
        <label className="block text-[12.5px] text-ink-2">
          Codes, one on a line: the code, then what it means
          <textarea
            aria-invalid={fault('codes') ? true : undefined}
            rows={Math.min(14, Math.max(4, codes.split('\n').length))}
            value={codes}
            onChange={(event) => setCodes(event.target.value)}
            className={`figures mt-0.5 w-full rounded-md border bg-white px-2 py-1 text-[13px] text-ink ${fault('codes') ? 'border-oxide' : 'border-rule'}`}
          />
        </label>
        {fault('codes') && <p className="-mt-2 text-[12px] text-oxide">{fault('codes')}</p>}
        <Field
          label="Characters that the code takes up, 0 for the whole field"
          type="number"
          min={0}
          value={form.codeLength}
          fault={fault('codeLength')}
          onChange={(event) => change({ codeLength: Number(event.target.value) })}
        />
      </fieldset>
      {others.map((one) => (
        <p key={one.where} role="alert" className="mt-2 text-oxide">
          {one.where}: {one.message}
        </p>
      ))}
      <div className="mt-4 flex flex-wrap gap-2">
        {editable && (
          <Button look="main" type="submit">
            Save the field
          </Button>
        )}
        <Button look="quiet" onClick={onDone}>
          {editable ? 'Cancel' : 'Close'}
        </Button>
        {editable && (
          <>
            <Button
              disabled={index === 0}
              onClick={() => void onStore(move(-1), `${form.name} stands earlier now.`)}
            >
              Earlier
            </Button>
            <Button
              disabled={index === scheme.fields.length - 1}
              onClick={() => void onStore(move(1), `${form.name} stands later now.`)}
            >
              Later
            </Button>
            <Button
              look="grave"
              disabled={scheme.fields.length === 1}
              onClick={() =>
                void onStore(
                  next(scheme.fields.filter((_, i) => i !== index)),
                  `${form.name} is no longer part of the scheme.`,
                )
              }
            >
              Remove the field
            </Button>
          </>
        )}
      </div>
    </form>
  );
}
