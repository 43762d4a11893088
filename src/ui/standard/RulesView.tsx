'use client';

import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import { type RuleMeta, settledAs } from '@/core/audit/rule';
import type { SettingField } from '@/core/audit/settings';
import { PLAIN_RULE, type RuleSetting, WEIGHTS, type Weight } from '@/core/standard/rule-settings';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Tick } from '../kit/Field';
import { cell, Heads } from '../kit/Page';
import { WeightTag } from '../kit/WeightTag';
import { NameLines, NumberInput, namesIn } from './fields';
import { Beside, EditorHead } from './parts';
import { NotSaved, type Typed, TypedForm, useKept } from './TypedForm';
import type { Save } from './types';

interface Props {
  readonly standard: Standard;
  readonly edition: number;
  readonly editable: boolean;
  readonly save: Save;
  readonly rules: readonly RuleWords[];
}

/** A rule's words and the controls of its settings, as the page is given them. */
export type RuleWords = Omit<RuleMeta, 'settings'> & { readonly settings: readonly SettingField[] };

/** The one setting that files of standards keep beside the others. */
const TOLERANCE = 'tolerance';

const EXCEPTIONS = [
  { key: 'exceptLayers', label: 'Layers it leaves alone, one on a line; * stands for any letters' },
  { key: 'exceptSymbols', label: 'Symbols whose content it leaves alone' },
  { key: 'exceptNames', label: 'Names of definitions it leaves alone' },
  { key: 'exceptObjects', label: 'Single objects it leaves alone, by handle' },
] as const;
type ExceptionLines = Record<(typeof EXCEPTIONS)[number]['key'], string>;

const linesOf = (setting: RuleSetting): ExceptionLines =>
  Object.fromEntries(EXCEPTIONS.map(({ key }) => [key, setting[key].join('\n')])) as ExceptionLines;
const namesOf = (lines: ExceptionLines) =>
  Object.fromEntries(EXCEPTIONS.map(({ key }) => [key, namesIn(lines[key])])) as Pick<
    RuleSetting,
    keyof ExceptionLines
  >;

/** A rule's setting as it is edited: what it leaves alone is typed as lines. */
interface TypedRule {
  readonly form: RuleSetting;
  readonly lines: ExceptionLines;
}

const typedOf = (setting: RuleSetting): TypedRule => ({ form: setting, lines: linesOf(setting) });

const CORRECTION = { automatic: 'automatic', choice: 'a person chooses', manual: 'by hand' } as const;

/** Every audit rule: whether it is on, how grave it is, and what it leaves alone. */
export function RulesView({ standard, edition, editable, save, rules }: Props) {
  const [chosen, setChosen] = useState(rules[0]?.id ?? '');
  const rule = rules.find(({ id }) => id === chosen);
  const disciplines = [...new Set(standard.layers.map(({ discipline }) => discipline))].filter(
    (one) => one !== '',
  );
  return (
    <Beside
      editor={
        rule && (
          <TypedForm
            key={rule.id}
            id={`${edition} rule ${rule.id}`}
            original={typedOf(standard.rules[rule.id] ?? PLAIN_RULE)}
          >
            {(typed) => (
              <RuleEditor
                rule={rule}
                typed={typed}
                disciplines={disciplines}
                editable={editable}
                store={async (next) => {
                  const all = { ...standard.rules };
                  // A rule whose settings are all its own is not kept: the next version may bring it better.
                  if (JSON.stringify(next) === JSON.stringify(PLAIN_RULE)) delete all[rule.id];
                  else all[rule.id] = next;
                  const wrong = await save({ ...standard, rules: all });
                  if (wrong.length === 0) typed.forget();
                  if (wrong.length === 0) toast(`${rule.title}: saved in the draft.`);
                  return wrong;
                }}
              />
            )}
          </TypedForm>
        )
      }
    >
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        <table className="w-full text-[13px]">
          <Heads of={['Rule', 'Weight', 'Correction', 'Leaves alone']} />
          <tbody>
            {rules.map((one) => {
              const setting = standard.rules[one.id] ?? PLAIN_RULE;
              const settled = settledAs(one, setting);
              return (
                <tr key={one.id} className={one.id === chosen ? 'bg-verdigris-soft' : 'hover:bg-plate'}>
                  <td className={`${cell} py-1`}>
                    <button
                      type="button"
                      aria-pressed={one.id === chosen}
                      className="text-left"
                      onClick={() => setChosen(one.id)}
                    >
                      <span
                        className={`block font-medium underline decoration-hairline underline-offset-4 ${setting.on ? '' : 'text-ink-3'}`}
                      >
                        {one.title}
                      </span>
                      <span className="block text-[12.5px] text-ink-2">{one.what}</span>
                    </button>
                  </td>
                  <td className={`${cell} whitespace-nowrap`}>
                    {setting.on ? (
                      <span className="inline-flex items-center gap-1">
                        <WeightTag weight={setting.gravity ?? one.weight} />
                        {setting.gravity !== null && setting.gravity !== one.weight && (
                          <span className="text-[12px] text-ink-3">was {one.weight}</span>
                        )}
                      </span>
                    ) : (
                      <span className="font-medium text-ink-3">off</span>
                    )}
                  </td>
                  <td className={`${cell} text-ink-2`}>
                    {settled === undefined ? CORRECTION[one.correction] : `the standard: ${settled}`}
                  </td>
                  <td className={`${cell} text-ink-2`}>
                    {[
                      ...EXCEPTIONS.flatMap(({ key }) => setting[key]),
                      ...(setting.onlyDisciplines.length > 0
                        ? [`all but ${setting.onlyDisciplines.join(', ')}`]
                        : []),
                    ].join(', ') || '—'}
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

function RuleEditor({
  rule,
  typed,
  disciplines,
  editable,
  store,
}: {
  rule: RuleWords;
  typed: Typed<TypedRule>;
  disciplines: readonly string[];
  editable: boolean;
  store: (next: RuleSetting) => Promise<readonly FieldFault[]>;
}) {
  const [form, setForm] = useState(typed.begin.form);
  const [lines, setLines] = useState(typed.begin.lines);
  useKept(typed, { form, lines }, editable);
  const [wrong, setWrong] = useState('');
  const change = (patch: Partial<RuleSetting>): void => setForm((now) => ({ ...now, ...patch }));
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void store({ ...form, ...namesOf(lines) }).then((faults) => setWrong(faults[0]?.message ?? ''));
      }}
    >
      <EditorHead title={rule.title}>
        <NotSaved {...typed} />
      </EditorHead>
      <p className="mb-1 text-[13px]">{rule.what}</p>
      <p className="mb-3 text-[13px] text-ink-2">
        {rule.why}{' '}
        <Link className="underline" href={`/rules/${rule.id}`}>
          With pictures
        </Link>
      </p>
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Tick label="On" checked={form.on} onChange={(on) => change({ on })} />
        <Choice
          label="Weight"
          value={form.gravity ?? ''}
          onChange={(event) => change({ gravity: (event.target.value || null) as Weight | null })}
        >
          <option value="">the rule’s own: {rule.weight}</option>
          {WEIGHTS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Choice>
        {rule.ways && (
          <Choice
            label="What it finds is settled by"
            value={form.settledBy ?? ''}
            onChange={(event) => change({ settledBy: event.target.value || null })}
          >
            <option value="">a person, each time</option>
            {Object.entries(rule.ways).map(([id, done]) => (
              <option key={id} value={id}>
                the standard: {done}
              </option>
            ))}
          </Choice>
        )}
        {rule.settings.map((field) => (
          <RuleSettingField
            key={field.name}
            field={field}
            value={field.name === TOLERANCE ? form.tolerance : (form.settings[field.name] ?? null)}
            set={(value) => {
              if (field.name === TOLERANCE) change({ tolerance: value as number | null });
              else {
                const { [field.name]: _, ...rest } = form.settings;
                change({ settings: value === null ? rest : { ...rest, [field.name]: value } });
              }
            }}
          />
        ))}
        {EXCEPTIONS.map(({ key, label }) => (
          <NameLines
            key={key}
            label={label}
            rows={key === 'exceptLayers' ? 2 : 1}
            value={lines[key]}
            set={(text) => setLines((now) => ({ ...now, [key]: text }))}
          />
        ))}
        {disciplines.length > 0 && (
          <fieldset>
            <legend className="mb-1 text-[12.5px] text-ink-2">
              Disciplines it looks at; none ticked means all
            </legend>
            <div className="grid grid-cols-2 gap-x-3">
              {disciplines.map((one) => (
                <Tick
                  key={one}
                  label={one}
                  checked={form.onlyDisciplines.includes(one)}
                  onChange={(on) =>
                    change({
                      onlyDisciplines: on
                        ? [...form.onlyDisciplines, one]
                        : form.onlyDisciplines.filter((other) => other !== one),
                    })
                  }
                />
              ))}
            </div>
          </fieldset>
        )}
      </fieldset>
      {wrong !== '' && (
        <p role="alert" className="mt-2 text-[13px] text-oxide">
          {wrong}
        </p>
      )}
      {editable && (
        <div className="mt-4 flex gap-2">
          <Button look="main" type="submit">
            Save
          </Button>
          <Button
            onClick={() => {
              setForm(PLAIN_RULE);
              setLines(linesOf(PLAIN_RULE));
            }}
          >
            The rule’s own
          </Button>
        </div>
      )}
      <p className="figures mt-4 text-[12px] text-ink-3">
        {rule.id} · {rule.source}
      </p>
    </form>
  );
}

/** The control of one of a rule's own settings; empty means the rule's own value. */
function RuleSettingField({
  field,
  value,
  set,
}: {
  field: SettingField;
  value: number | boolean | string | null;
  set: (value: number | boolean | string | null) => void;
}) {
  const label = field.unit ? `${field.title}, ${field.unit}` : field.title;
  if (field.type === 'number')
    return (
      <NumberInput
        label={label}
        hint={`The rule’s own: ${field.byDefault} ${field.unit}`.trim()}
        empty
        value={typeof value === 'number' ? value : null}
        set={set}
      />
    );
  if (field.type === 'switch')
    return (
      <Tick
        label={label}
        checked={typeof value === 'boolean' ? value : field.byDefault === true}
        onChange={(on) => set(on === field.byDefault ? null : on)}
      />
    );
  return (
    <Choice label={label} value={String(value ?? '')} onChange={(event) => set(event.target.value || null)}>
      <option value="">the rule’s own: {String(field.byDefault)}</option>
      {field.choices?.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </Choice>
  );
}
