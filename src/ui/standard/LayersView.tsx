'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { hexOf, rgbOf } from '@/core/dxf/colour';
import { familiesOfKinds } from '@/core/standard/kind-families';
import { Button } from '../kit/Button';
import { Nothing } from '../kit/Page';
import { Scroller } from '../kit/Scroller';
import { Stroke } from '../kit/Stroke';
import { BulkEditor } from './BulkEditor';
import { BLANK_LAYER, LayerEditor } from './LayerEditor';
import { lookOf } from './layer-look';
import { Beside } from './parts';
import { TableTools } from './TableTools';
import { TypedForm } from './TypedForm';
import type { ViewProps } from './types';

const COLUMNS = 'grid grid-cols-[8.5rem_9rem_minmax(8rem,1fr)_5.5rem_6.5rem_4rem_3rem] items-center gap-3';

/** The register of layers: a stroke as it prints, what belongs on it, and its properties. */
export function LayersView({ standard, edition, editable, save, onFile }: ViewProps) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [discipline, setDiscipline] = useState('');
  const [chosen, setChosen] = useState<string | 'new' | null>(
    standard.layers[0]?.name ?? (editable ? 'new' : null),
  );
  const [wanted, setWanted] = useState('');
  const scroller = useRef<HTMLElement>(null);
  const shown = useMemo(() => {
    const key = wanted.trim().toLowerCase();
    return standard.layers.filter(
      (layer) =>
        (discipline === '' || layer.discipline === discipline) &&
        `${layer.name} ${layer.purpose} ${familiesOfKinds(layer.kinds).join(' ')} ${layer.linetype} ${layer.role} ${layer.meaning} ${layer.notes}`
          .toLowerCase()
          .includes(key),
    );
  }, [standard.layers, wanted, discipline]);
  const disciplines = [...new Set(standard.layers.map((layer) => layer.discipline))].filter(
    (one) => one !== '',
  );
  const chosenNames = new Set(standard.layers.map(({ name }) => name).filter((name) => ticked.has(name)));
  const allShown = shown.length > 0 && shown.every(({ name }) => ticked.has(name));
  const virtualizer = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 32,
    overscan: 20,
  });
  const index = standard.layers.findIndex((layer) => layer.name === chosen);

  return (
    <Beside
      editor={
        editable && chosenNames.size > 0 ? (
          <BulkEditor
            standard={standard}
            names={chosenNames}
            save={save}
            onDone={() => setTicked(new Set())}
          />
        ) : chosen === 'new' || index >= 0 ? (
          <TypedForm
            key={chosen}
            id={`${edition} layer ${chosen}`}
            original={chosen === 'new' ? BLANK_LAYER : standard.layers[index]}
          >
            {(typed) => (
              <LayerEditor
                standard={standard}
                index={chosen === 'new' ? null : index}
                editable={editable}
                save={save}
                onFile={onFile}
                typed={typed}
                onDone={(name) => {
                  typed.forget();
                  setChosen(name);
                }}
              />
            )}
          </TypedForm>
        ) : (
          <p className="text-ink-2">Choose a layer to see what it is for.</p>
        )
      }
    >
      <div className="flex items-center gap-3 px-4 py-2">
        <input
          type="search"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          placeholder="Find by name, purpose or kind"
          aria-label="Find layers"
          className="h-8 w-56 rounded-md border border-rule bg-white px-2 text-[13px]"
        />
        {disciplines.length > 0 && (
          <select
            aria-label="Discipline"
            value={discipline}
            onChange={(event) => setDiscipline(event.target.value)}
            className="h-8 rounded-md border border-rule bg-white px-2 text-[13px]"
          >
            <option value="">every discipline</option>
            {disciplines.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        )}
        <TableTools kind="layers" standard={standard} edition={edition} editable={editable} save={save} />
        {editable && (
          <Button look="main" onClick={() => setChosen('new')}>
            Add a layer
          </Button>
        )}
      </div>
      <div className="flex h-8 shrink-0 items-center gap-3 border-y border-rule bg-shade px-4 text-[12.5px] text-ink-2">
        {editable && (
          <input
            type="checkbox"
            aria-label={allShown ? 'Choose none' : `Choose all ${shown.length}`}
            className="size-4 accent-verdigris"
            checked={allShown}
            onChange={() => setTicked(allShown ? new Set() : new Set(shown.map(({ name }) => name)))}
          />
        )}
        <div className={`${COLUMNS} flex-1`}>
          <span>As it prints</span>
          <span>Name</span>
          <span>What belongs on it</span>
          <span>Colour</span>
          <span>Linetype</span>
          <span className="text-right">Width</span>
          <span>Prints</span>
        </div>
      </div>
      <Scroller ref={scroller} label="Layers of the standard" className="bg-white">
        {standard.layers.length === 0 && (
          <div className="p-4">
            <Nothing title="No layers yet">
              Add the first one, or import a standard that was learnt from a good drawing (Editions).
            </Nothing>
          </div>
        )}
        <div className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {virtualizer.getVirtualItems().map((item) => {
            const layer = shown[item.index];
            return (
              <div
                key={layer.name}
                className={`absolute inset-x-0 flex h-8 items-center gap-3 border-b border-hairline px-4 ${ticked.has(layer.name) || (layer.name === chosen && chosenNames.size === 0) ? 'bg-verdigris-soft' : 'hover:bg-plate'}`}
                style={{ transform: `translateY(${item.start}px)` }}
              >
                {editable && (
                  <input
                    type="checkbox"
                    aria-label={`Choose ${layer.name}`}
                    className="size-4 shrink-0 accent-verdigris"
                    checked={ticked.has(layer.name)}
                    onChange={() => {
                      const next = new Set(ticked);
                      if (!next.delete(layer.name)) next.add(layer.name);
                      setTicked(next);
                    }}
                  />
                )}
                <button
                  type="button"
                  aria-pressed={layer.name === chosen}
                  onClick={() => setChosen(layer.name)}
                  className={`${COLUMNS} h-full flex-1 text-left text-[13px]`}
                >
                  <Stroke look={lookOf(standard, layer)} width={132} />
                  <span className="figures truncate font-medium" title={layer.name}>
                    {layer.name}
                  </span>
                  <span
                    className="truncate text-ink-2"
                    title={`${layer.purpose} (${familiesOfKinds(layer.kinds).join(', ') || 'anything'})`}
                  >
                    {layer.purpose || familiesOfKinds(layer.kinds).join(', ') || 'anything'}
                  </span>
                  <span className="flex items-center gap-2">
                    <span
                      className="size-3 shrink-0 border border-rule"
                      style={{ background: hexOf(rgbOf(layer.colour)) }}
                    />
                    <span className="figures">
                      {'rgb' in layer.colour ? hexOf(layer.colour.rgb) : layer.colour.number}
                    </span>
                  </span>
                  <span className="truncate" title={layer.linetype}>
                    {layer.linetype}
                  </span>
                  <span className="figures text-right">
                    {layer.widthMm === null ? 'default' : layer.widthMm.toFixed(2)}
                  </span>
                  <span className={layer.prints ? 'text-ink-2' : 'font-medium'}>
                    {layer.prints ? 'yes' : 'never'}
                  </span>
                </button>
              </div>
            );
          })}
        </div>
      </Scroller>
    </Beside>
  );
}
