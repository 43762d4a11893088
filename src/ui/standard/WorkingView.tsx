'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { nameMatcher } from '@/core/standard/name-patterns';
import { findLinetype, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { cell, Heads } from '../kit/Page';
import { Stroke } from '../kit/Stroke';
import { NameLines, namesIn } from './fields';
import { lookOf } from './layer-look';
import { Beside, EditorHead } from './parts';
import type { Save } from './types';

const KINDS = [
  { key: 'layers', title: 'Layers', of: ({ layers }: Standard) => layers.map(({ name }) => name) },
  {
    key: 'linetypes',
    title: 'Linetypes',
    of: ({ linetypes }: Standard) => linetypes.map(({ name }) => name),
  },
  {
    key: 'textStyles',
    title: 'Text styles',
    of: ({ lettering }: Standard) => lettering.styles.map(({ name }) => name),
  },
  { key: 'words', title: 'Words in texts', of: (): string[] => [] },
] as const;

/** What serves only while drawing and must never print: by name, of the standard or of anybody's. */
export function WorkingView({
  standard,
  editable,
  save,
}: {
  standard: Standard;
  editable: boolean;
  save: Save;
}) {
  const [texts, setTexts] = useState<Record<string, string>>(
    Object.fromEntries(KINDS.map(({ key }) => [key, standard.working[key].join('\n')])),
  );
  const [wrong, setWrong] = useState('');
  const lists = Object.fromEntries(KINDS.map(({ key }) => [key, namesIn(texts[key])])) as Standard['working'];
  const isWorking = nameMatcher(lists.layers);
  const printing = standard.layers.filter(({ name, prints }) => prints && isWorking(name));
  const rows = KINDS.flatMap(({ key, title, of }) =>
    lists[key].map((pattern) => ({
      title,
      pattern,
      names: of(standard).filter(nameMatcher([pattern])),
    })),
  );
  return (
    <Beside
      editor={
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void save({ ...standard, working: lists }).then((faults) => {
              setWrong(faults[0]?.message ?? '');
              if (faults.length === 0) toast('Working content is saved in the draft.');
            });
          }}
        >
          <EditorHead title="Working content" />
          <p className="mb-3 text-[13px] text-ink-2">
            One name on a line; * stands for any letters. Words are looked for in texts, whole and whatever
            their case. The audit counts what is left of it all, and holds a drawing back where it prints.
          </p>
          <fieldset disabled={!editable} className="flex flex-col gap-3">
            {KINDS.map(({ key, title }) => (
              <NameLines
                key={key}
                label={title}
                rows={4}
                value={texts[key]}
                set={(next) => setTexts({ ...texts, [key]: next })}
              />
            ))}
          </fieldset>
          {wrong !== '' && (
            <p role="alert" className="mt-2 text-[13px] text-oxide">
              {wrong}
            </p>
          )}
          {editable && (
            <Button look="main" type="submit" className="mt-4">
              Save
            </Button>
          )}
        </form>
      }
    >
      {printing.length > 0 && (
        <div role="alert" className="border-b border-hairline bg-ochre-soft px-6 py-2 text-[13px]">
          {printing.map(({ name }) => name).join(', ')} {printing.length === 1 ? 'prints' : 'print'} by this
          standard, though working content must not.{' '}
          {editable && (
            <Button
              look="quiet"
              className="h-6"
              onClick={() =>
                void save({
                  ...standard,
                  working: lists,
                  layers: standard.layers.map((layer) =>
                    isWorking(layer.name) ? { ...layer, prints: false } : layer,
                  ),
                }).then((faults) => faults.length === 0 && toast('They no longer print.'))
              }
            >
              Let none of them print
            </Button>
          )}
        </div>
      )}
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        {rows.length === 0 ? (
          <p className="px-6 py-4 text-ink-2">Nothing is named as working content yet.</p>
        ) : (
          <table className="w-full text-[13px]">
            <Heads of={['Kind', 'Name', 'In this standard']} />
            <tbody>
              {rows.map(({ title, pattern, names }) => (
                <tr key={`${title} ${pattern}`}>
                  <td className={cell}>{title}</td>
                  <td className={`${cell} figures font-medium`}>{pattern}</td>
                  <td className={`${cell} py-1.5`}>
                    {title === 'Words in texts' ? (
                      <span className="text-ink-3">wherever a text says it</span>
                    ) : names.length === 0 ? (
                      <span className="text-ink-3">none of its own: for drawings of others</span>
                    ) : (
                      names.map((name) => {
                        const layer = title === 'Layers' && standard.layers.find((one) => one.name === name);
                        const linetype = title === 'Linetypes' && findLinetype(standard, name);
                        return (
                          <span key={name} className="flex items-center gap-3">
                            {layer && <Stroke look={lookOf(standard, layer)} width={90} />}
                            {linetype && (
                              <Stroke
                                look={{
                                  colour: '#000000',
                                  widthMm: 0.35,
                                  elementsMm: linetype.elementsMm,
                                  prints: true,
                                }}
                                width={90}
                              />
                            )}
                            <span className="figures">{name}</span>
                            {layer && (
                              <span className="text-ink-2">{layer.prints ? 'prints' : 'does not print'}</span>
                            )}
                          </span>
                        );
                      })
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Beside>
  );
}
