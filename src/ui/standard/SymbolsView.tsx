'use client';

import { type StandardSymbol, symbolOf } from '@/core/standard/symbols';
import { Field } from '../kit/Field';
import { Definitions } from './Definitions';
import { LayerChoice, NotesAndClause } from './fields';
import type { ViewProps } from './types';

const BLANK = symbolOf({ name: '' });

/** The symbols of the library: what each stands for, and where it belongs. */
export function SymbolsView({ standard, edition, editable, save, onFile }: ViewProps) {
  const divisions = [...new Set(standard.symbols.map(({ division }) => division))].filter(
    (division) => division !== '',
  );
  return (
    <Definitions<StandardSymbol>
      standard={standard}
      editable={editable}
      save={save}
      onFile={onFile}
      table="symbols"
      edition={edition}
      noun="a symbol"
      kind="symbol"
      list={standard.symbols}
      path={['symbols']}
      put={(symbols) => ({ ...standard, symbols })}
      blank={BLANK}
      about="Symbols are known by their names and their layers. How they are drawn is not kept, and not compared."
      columns={[
        { head: 'What it stands for', format: ({ use }) => use },
        { head: 'Division', format: ({ division }) => division },
        { head: 'Layer', format: ({ layer }) => layer || 'any', className: 'figures text-ink-2' },
        { head: 'Clause', format: ({ clause }) => clause, className: 'figures text-ink-2' },
      ]}
      form={({ value, change, editable: mayEdit, fault }) => (
        <fieldset disabled={!mayEdit} className="flex flex-col gap-3">
          <Field
            label="Name"
            hint="As drawings call it."
            value={value.name}
            fault={fault('name')}
            onChange={(event) => change({ name: event.target.value })}
          />
          <Field
            label="What it stands for"
            value={value.use}
            fault={fault('use')}
            onChange={(event) => change({ use: event.target.value })}
          />
          <Field
            label="Division"
            hint="Where it stands in the library."
            value={value.division}
            fault={fault('division')}
            list="divisions"
            onChange={(event) => change({ division: event.target.value })}
          />
          <datalist id="divisions">
            {divisions.map((division) => (
              <option key={division}>{division}</option>
            ))}
          </datalist>
          <LayerChoice
            standard={standard}
            label="Layer"
            none="any"
            value={value.layer}
            fault={fault('layer')}
            set={(layer) => change({ layer })}
          />
          <NotesAndClause value={value} change={change} />
        </fieldset>
      )}
    />
  );
}
