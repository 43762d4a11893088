'use client';

import { foldName } from '@/core/dxf/interner';
import { type LineMeaning, MEANING_WORDS, readsAs } from '@/core/standard/meanings';
import { widthOfRole } from '@/core/standard/pens';
import { followName } from '@/core/standard/rename';
import { findLinetype, type Standard } from '@/core/standard/standard';
import { Field } from '../kit/Field';
import { Stroke } from '../kit/Stroke';
import { Definitions, type FormProps } from './Definitions';
import { LinetypeChoice, NotesAndClause, RoleChoice } from './fields';
import type { ViewProps } from './types';

/** What lines mean to the person who reads them, and how that is drawn. */
export function MeaningsView({ standard, edition, editable, save }: ViewProps) {
  const first = standard.linetypes[0]?.name ?? 'Continuous';
  return (
    <Definitions<LineMeaning>
      standard={standard}
      editable={editable}
      save={save}
      table="meanings"
      edition={edition}
      noun="a meaning"
      kind="meaning"
      list={standard.meanings}
      path={['meanings']}
      put={(meanings, renamed) => {
        const next = { ...standard, meanings };
        return renamed ? followName(next, 'meaning', renamed.from, renamed.to) : next;
      }}
      blank={{ name: '', linetype: first, role: '', words: [], clause: '', notes: '' }}
      presets={MEANING_WORDS.map(({ name, words }) => ({
        name,
        linetype: first,
        role: '',
        words: [...words],
        clause: '',
        notes: '',
      }))}
      about="The audit finds lines whose layer is known by these words, and that read otherwise."
      picture={(meaning) => <MeaningStroke standard={standard} meaning={meaning} width={180} />}
      columns={[
        { head: 'Linetype', format: ({ linetype }) => linetype, className: 'figures text-ink-2' },
        { head: 'Pen', format: ({ role }) => role || 'any' },
        { head: 'Known by', format: ({ words }) => words.join(', ') || 'its layers only' },
        {
          head: 'Layers',
          format: (meaning) => layersOf(standard, meaning).length,
          className: 'figures text-right text-ink-2',
        },
      ]}
      usedBy={(meaning) => layersOf(standard, meaning)}
      form={(props) => <MeaningForm standard={standard} {...props} />}
    />
  );
}

const layersOf = (standard: Standard, { name }: LineMeaning): string[] =>
  standard.layers.filter(({ meaning }) => foldName(meaning) === foldName(name)).map((layer) => layer.name);

function MeaningStroke({
  standard,
  meaning,
  width,
}: {
  standard: Standard;
  meaning: LineMeaning;
  width: number;
}) {
  const linetype = findLinetype(standard, meaning.linetype);
  return (
    <Stroke
      look={{
        colour: '#000000',
        widthMm: widthOfRole(standard.pens, meaning.role) ?? standard.pens.defaultMm,
        elementsMm: linetype?.elementsMm ?? [],
        prints: true,
      }}
      words={linetype?.words}
      width={width}
    />
  );
}

function MeaningForm({
  standard,
  value,
  change,
  editable,
  fault,
}: FormProps<LineMeaning> & { standard: Standard }) {
  const elements = findLinetype(standard, value.linetype)?.elementsMm ?? [];
  return (
    <>
      <div className="mb-1 border border-hairline bg-white px-2 py-2">
        <MeaningStroke standard={standard} meaning={value} width={300} />
      </div>
      <p className="mb-3 text-[12.5px] text-ink-2">Reads as: {readsAs(elements)}.</p>
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Field
          label="Name"
          value={value.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <LinetypeChoice
          standard={standard}
          label="Linetype"
          value={value.linetype}
          fault={fault('linetype')}
          set={(linetype) => change({ linetype })}
        />
        <RoleChoice
          standard={standard}
          label="Role of its pen"
          none="any width"
          value={value.role}
          fault={fault('role')}
          set={(role) => change({ role })}
        />
        <Field
          label="Words in names of layers"
          hint="By which such lines are known in drawings of others; between commas."
          defaultValue={value.words.join(', ')}
          fault={fault('words')}
          onChange={(event) =>
            change({
              words: event.target.value
                .split(/[,;]/)
                .map((word) => word.trim())
                .filter((word) => word !== ''),
            })
          }
        />
        <NotesAndClause value={value} change={change} />
      </fieldset>
    </>
  );
}
