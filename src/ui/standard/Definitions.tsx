'use client';

import { type ReactNode, useState } from 'react';
import { toast } from 'sonner';
import { foldName } from '@/core/dxf/interner';
import type { TableName } from '@/core/exchange/tables/tables';
import type { ComparableKind } from '@/core/standard/differences';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { TAKEN_AS } from '@/core/standard/take-over';
import { Button } from '../kit/Button';
import { cell, cellHead } from '../kit/Page';
import { Compare } from './Compare';
import { History } from './History';
import { Beside, EditorHead } from './parts';
import { TableTools } from './TableTools';
import { NotSaved, type Typed, TypedForm, useKept } from './TypedForm';
import { formatOnFile, type OnFile, type Save } from './types';

export interface Column<T> {
  readonly head: string;
  readonly format: (one: T) => ReactNode;
  readonly className?: string;
}

/** What the form of a definition is given. */
export interface FormProps<T> {
  readonly value: T;
  readonly editable: boolean;
  readonly isNew: boolean;
  /** What it is called as it was saved; empty for a new one. */
  readonly savedName: string;
  change(patch: Partial<T>): void;
  /** What is wrong with a field, or with what lies under it. */
  fault(...path: (string | number)[]): string | undefined;
}

interface Props<T extends { readonly name: string }> {
  readonly standard: Standard;
  readonly editable: boolean;
  readonly save: Save;
  /** "a dimension style", as it stands in sentences and on buttons. */
  readonly noun: string;
  readonly kind: ComparableKind | null;
  readonly list: readonly T[];
  /** Where the list stands in the standard. */
  readonly path: readonly string[];
  readonly put: (next: T[], renamed: { readonly from: string; readonly to: string } | null) => Standard;
  readonly blank: T;
  readonly columns: readonly Column<T>[];
  /** How one prints; absent for a kind that is known by name alone. */
  readonly picture?: (one: T) => ReactNode;
  readonly form: (props: FormProps<T>) => ReactNode;
  /** Names of what uses a definition: it cannot be removed then. */
  readonly usedBy?: (one: T) => readonly string[];
  /** Ready ones that can be taken over, by name. */
  readonly presets?: readonly T[];
  readonly about?: string;
  /** What the drawings on file use. */
  readonly onFile?: OnFile;
  readonly wide?: boolean;
  readonly toolbar?: ReactNode;
  /** The table that the kind can be had as. */
  readonly table: TableName;
  readonly edition: number;
}

/** A kind of definition: a table of how each prints, with an editor beside it that follows each keystroke. */
export function Definitions<T extends { readonly name: string }>(props: Props<T>) {
  const { list, editable, noun, columns, blank, presets = [], about, toolbar } = props;
  const [chosen, setChosen] = useState<string | null>(list[0]?.name ?? null);
  const [made, setMade] = useState<T | null>(null);
  const index = list.findIndex((one) => one.name === chosen);
  const free = presets.filter(({ name }) => !list.some((one) => same(one.name, name)));
  return (
    <Beside
      wide={props.wide}
      editor={
        made || index >= 0 ? (
          <TypedForm
            key={made ? `new ${made.name}` : chosen}
            id={`${props.edition} ${noun} ${made ? `new ${made.name}` : chosen}`}
            original={made ?? list[index]}
          >
            {(typed) => (
              <Editor
                {...props}
                index={made ? null : index}
                original={made ?? list[index]}
                typed={typed}
                onDone={(name) => {
                  typed.forget();
                  setMade(null);
                  setChosen(name);
                }}
                onCopy={(copy) => setMade(copy)}
              />
            )}
          </TypedForm>
        ) : (
          <p className="text-[13px] text-ink-2">
            {editable ? `Choose one, or add ${noun}.` : 'Choose one to see it in full.'}
          </p>
        )
      }
    >
      <div className="flex min-h-12 flex-wrap items-center gap-3 border-b border-hairline bg-plate px-6 py-2">
        {editable && (
          <Button look="main" onClick={() => setMade(blank)}>
            Add {noun}
          </Button>
        )}
        {editable && free.length > 0 && (
          <select
            aria-label="Add a ready one"
            value=""
            onChange={(event) => {
              const preset = free.find(({ name }) => name === event.target.value);
              if (preset) setMade(preset);
            }}
            className="h-8 rounded-md border border-rule bg-white px-2 text-[13px]"
          >
            <option value="">Add a ready one …</option>
            {free.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        )}
        {toolbar}
        {about && <p className="min-w-40 flex-1 text-[13px] leading-4 text-ink-2">{about}</p>}
        <TableTools
          kind={props.table}
          standard={props.standard}
          edition={props.edition}
          editable={editable}
          save={props.save}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        {list.length === 0 ? (
          <p className="px-6 py-4 text-ink-2">
            The standard has none yet. {editable ? '' : 'Begin the next draft to add some.'}
          </p>
        ) : (
          <table className="w-full text-[13px]">
            <thead>
              <tr>
                {props.picture && <th className={cellHead}>As it prints</th>}
                <th className={cellHead}>Name</th>
                {columns.map(({ head, className }) => (
                  <th
                    key={head}
                    className={`${cellHead} ${className?.includes('text-right') ? 'text-right' : ''}`}
                  >
                    {head}
                  </th>
                ))}
                {props.onFile && <th className={`${cellHead} text-right`}>On file</th>}
              </tr>
            </thead>
            <tbody>
              {list.map((one) => (
                <tr
                  key={one.name}
                  className={!made && one.name === chosen ? 'bg-verdigris-soft' : 'hover:bg-plate'}
                >
                  {props.picture && (
                    <td className={`${cell} py-1.5`}>
                      {/* At its true size, whatever the width of the table. */}
                      <div className="w-max">{props.picture(one)}</div>
                    </td>
                  )}
                  <td className={cell}>
                    <button
                      type="button"
                      aria-pressed={!made && one.name === chosen}
                      title={one.name}
                      className="figures block min-w-28 max-w-56 text-left font-medium underline decoration-hairline underline-offset-4"
                      onClick={() => {
                        setMade(null);
                        setChosen(one.name);
                      }}
                    >
                      <span className="line-clamp-2 wrap-anywhere">{one.name}</span>
                    </button>
                  </td>
                  {columns.map(({ head, format, className }) => (
                    <td key={head} className={`${cell} ${className ?? 'text-ink-2'}`}>
                      {format(one)}
                    </td>
                  ))}
                  {props.onFile && (
                    <td
                      className={`${cell} figures text-right text-ink-2`}
                      title={formatOnFile(props.onFile, one.name)}
                    >
                      {props.onFile.get(foldName(one.name))?.objects ?? 0}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Beside>
  );
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

interface EditorProps<T extends { readonly name: string }> extends Props<T> {
  readonly index: number | null;
  /** As it is saved, or as a new one begins. */
  readonly original: T;
  readonly typed: Typed<T>;
  readonly onDone: (name: string | null) => void;
  readonly onCopy: (copy: T) => void;
}

function Editor<T extends { readonly name: string }>({
  standard,
  editable,
  save,
  noun,
  kind,
  list,
  path,
  put,
  picture,
  form,
  usedBy,
  onFile,
  index,
  original,
  typed,
  onDone,
  onCopy,
}: EditorProps<T>) {
  const [value, setValue] = useState(typed.begin);
  useKept(typed, value, editable);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const at = [...path, index ?? list.length];
  const under = (fault: FieldFault, parts: readonly (string | number)[]): boolean =>
    parts.every((part, i) => fault.path[i] === part);
  const fault = (...field: (string | number)[]): string | undefined =>
    faults.find((one) => under(one, [...at, ...field]))?.message;
  const elsewhere = faults.filter((one) => !under(one, at));
  const users = index === null || !usedBy ? [] : usedBy(list[index]);

  const store = async (): Promise<void> => {
    const next = [...list];
    next[index ?? list.length] = { ...value, name: value.name.trim() };
    const from = index === null ? '' : list[index].name;
    const to = value.name.trim();
    const wrong = await save(put(next, from !== '' && from !== to ? { from, to } : null));
    setFaults(wrong);
    if (wrong.length > 0) return;
    toast(`${to} is saved in the draft.`);
    onDone(to);
  };

  const remove = async (): Promise<void> => {
    const wrong = await save(put(list.filter((_, i) => i !== index) as T[], null));
    setFaults(wrong);
    if (wrong.length > 0) return;
    toast(`${original.name} is removed from the draft.`);
    onDone(null);
  };

  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <EditorHead title={value.name || `New: ${noun.replace(/^an? /, '')}`}>
        <NotSaved {...typed} />
      </EditorHead>
      {form({
        value,
        editable,
        isNew: index === null,
        savedName: index === null ? '' : (list[index]?.name ?? ''),
        change: (patch) => setValue((now) => ({ ...now, ...patch })),
        fault,
      })}
      {elsewhere.map((one) => (
        <p key={`${one.where} ${one.message}`} role="alert" className="mt-2 text-[13px] text-oxide">
          {one.where}: {one.message}
        </p>
      ))}
      {editable && (
        <div className="mt-4 flex flex-wrap gap-2">
          <Button look="main" type="submit">
            {index === null ? 'Add it' : 'Save'}
          </Button>
          {index !== null && (
            <>
              <Button onClick={() => onCopy({ ...value, name: `${value.name}-2` })}>Copy</Button>
              <Button
                look="grave"
                className="ml-auto"
                disabled={users.length > 0}
                title={users.length > 0 ? `Used by ${users.join(', ')}` : undefined}
                onClick={() => void remove()}
              >
                Remove
              </Button>
            </>
          )}
        </div>
      )}
      {onFile && index !== null && (
        <p className="mt-3 text-[12.5px] text-ink-2">{formatOnFile(onFile, original.name)}</p>
      )}
      {users.length > 0 && <p className="mt-2 text-[12.5px] text-ink-2">Used by {users.join(', ')}.</p>}
      {kind && index !== null && <History kind={TAKEN_AS[kind]} name={original.name} />}
      {kind && index !== null && (
        <Compare standard={standard} kind={kind} name={original.name} list={list} picture={picture} />
      )}
    </form>
  );
}
