'use client';

import Link from 'next/link';
import { type ReactNode, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { linearFigure } from '@/core/dimension/figure';
import { foldName } from '@/core/dxf/interner';
import { dimensionValues } from '@/core/standard/dimension-settings';
import { penOfLinetype } from '@/core/standard/pens';
import { findLayer, findLinetype, type Standard } from '@/core/standard/standard';
import {
  type Offer,
  offerKey,
  offers,
  TAKEN_KINDS,
  type TakenKind,
  takeOver,
} from '@/core/standard/take-over';
import { Button, buttonClass } from '../kit/Button';
import { DimensionFigure } from '../kit/DimensionFigure';
import { FilePick } from '../kit/FilePick';
import { FillSwatch } from '../kit/FillSwatch';
import { count } from '../kit/format';
import { LinePaths } from '../kit/LinePaths';
import { cell, Heads } from '../kit/Page';
import { Specimen } from '../kit/Specimen';
import { Stroke } from '../kit/Stroke';
import { lookOf } from './layer-look';
import type { Save } from './types';

interface Props {
  readonly standard: Standard;
  readonly save: Save;
  /** The way back to the editions. */
  readonly back: string;
  /** Drawings on file that can be learnt from. */
  readonly drawings: readonly { readonly id: number; readonly name: string; readonly sender: string }[];
}

const PLURALS: Readonly<Record<TakenKind, string>> = {
  Layer: 'Layers',
  Linetype: 'Linetypes',
  'Line mark': 'Line marks',
  'Text style': 'Text styles',
  'Dimension style': 'Dimension styles',
  Fill: 'Fills',
  'Parallel-line set': 'Parallel-line sets',
  Symbol: 'Symbols',
  Meaning: 'Meanings',
  'Pen role': 'Roles of pens',
};

/** What a good drawing holds, against the draft: taken over one by one, by kind, or all of it. */
export function LearnView({ standard, save, back, drawings }: Props) {
  const [learnt, setLearnt] = useState<{ standard: Standard; from: string } | null>(null);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState('');
  const list = useMemo(() => (learnt ? offers(standard, learnt.standard) : []), [standard, learnt]);
  const chosen = list.filter((offer) => ticked.has(offerKey(offer)));

  const learn = async (query: string, body: BodyInit | undefined, from: string): Promise<void> => {
    setBusy(true);
    setWrong('');
    const answer = await fetch(`/api/standard/learn${query}`, { method: 'POST', body }).catch(() => null);
    const reply = (await answer?.json().catch(() => null)) as {
      standard?: Standard;
      problem?: { message: string; action: string };
    } | null;
    setBusy(false);
    if (!reply?.standard) {
      setWrong(
        reply?.problem ? `${reply.problem.message} ${reply.problem.action}` : 'The server does not answer.',
      );
      return;
    }
    setLearnt({ standard: reply.standard, from });
    setTicked(new Set());
  };
  const take = async (): Promise<void> => {
    if (!learnt) return;
    const faults = await save(takeOver(standard, learnt.standard, chosen.map(offerKey)));
    setWrong(faults.map(({ where, message }) => `${where}: ${message}`).join('; '));
    if (faults.length > 0) return;
    toast(`${count(chosen.length, 'definition')} taken over into the draft.`);
    setTicked(new Set());
  };
  const tick = (keys: readonly string[], on: boolean): void => {
    const next = new Set(ticked);
    for (const key of keys) {
      if (on) next.add(key);
      else next.delete(key);
    }
    setTicked(next);
  };

  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-3 border-b border-hairline bg-plate px-6 py-2">
        <Link className={buttonClass('quiet')} href={back}>
          Back to the editions
        </Link>
        <FilePick
          accept=".dxf"
          label="Drawing to learn from"
          disabled={busy}
          onPick={(file) => void learn('', file, file.name)}
        >
          Choose a drawing
        </FilePick>
        {drawings.length > 0 && (
          <select
            aria-label="Drawing on file to learn from"
            value=""
            disabled={busy}
            onChange={(event) => {
              const one = drawings.find(({ id }) => String(id) === event.target.value);
              if (one) void learn(`?drawing=${one.id}`, undefined, one.name);
            }}
            className="h-8 max-w-72 rounded-md border border-rule bg-white px-2 text-[13px]"
          >
            <option value="">or one on file …</option>
            {drawings.map(({ id, name, sender }) => (
              <option key={id} value={id}>
                {name} ({sender})
              </option>
            ))}
          </select>
        )}
        {busy && <span className="text-[13px] text-ink-2">Reading the drawing …</span>}
        {learnt && !busy && (
          <>
            <span className="min-w-0 truncate text-[13px] text-ink-2">
              {learnt.from}: {count(list.length, 'definition')} that the draft has not, or otherwise
            </span>
            <Button
              look="main"
              className="ml-auto"
              disabled={chosen.length === 0}
              onClick={() => void take()}
            >
              Take over {chosen.length}
            </Button>
          </>
        )}
      </div>
      {wrong !== '' && (
        <p role="alert" className="border-b border-hairline px-6 py-2 text-[13px] text-oxide">
          {wrong}
        </p>
      )}
      <section className="min-h-0 flex-1 overflow-auto bg-white" tabIndex={0} aria-label="What was learnt">
        {!learnt ? (
          <p className="px-6 py-4 text-ink-2">
            Choose a drawing that is known to be good. What is found in it is shown here against the draft;
            nothing is taken over by itself.
          </p>
        ) : list.length === 0 ? (
          <p className="px-6 py-4 text-ink-2">The draft has everything that {learnt.from} holds.</p>
        ) : (
          <table className="w-full text-[13px]">
            <Heads of={['Take', 'As it prints', 'Name', 'Against the draft']} />
            {TAKEN_KINDS.map((kind) => {
              const group = list.filter((offer) => offer.kind === kind);
              if (group.length === 0) return null;
              const keys = group.map(offerKey);
              const all = keys.every((key) => ticked.has(key));
              return (
                <tbody key={kind}>
                  <tr className="bg-plate">
                    <td className={cell}>
                      <input
                        type="checkbox"
                        aria-label={`All ${PLURALS[kind].toLowerCase()}`}
                        className="block size-4 accent-verdigris"
                        checked={all}
                        onChange={() => tick(keys, !all)}
                      />
                    </td>
                    <th colSpan={3} className={`${cell} text-left font-semibold`}>
                      {PLURALS[kind]} <span className="figures font-normal text-ink-3">{group.length}</span>
                    </th>
                  </tr>
                  {group.map((offer) => {
                    const key = offerKey(offer);
                    return (
                      <tr key={key} className={ticked.has(key) ? 'bg-verdigris-soft' : 'hover:bg-plate'}>
                        <td className={`${cell} w-12`}>
                          <input
                            type="checkbox"
                            aria-label={`${kind} ${offer.name}`}
                            className="block size-4 accent-verdigris"
                            checked={ticked.has(key)}
                            onChange={() => tick([key], !ticked.has(key))}
                          />
                        </td>
                        <td className={`${cell} w-60 py-1`}>
                          <Picture standard={learnt.standard} offer={offer} />
                        </td>
                        <td className={`${cell} figures w-56 font-medium wrap-anywhere`}>{offer.name}</td>
                        <td className={`${cell} py-1`}>
                          <Against offer={offer} />
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              );
            })}
          </table>
        )}
      </section>
    </div>
  );
}

function Against({ offer }: { offer: Offer }): ReactNode {
  if (offer.isNew)
    return (
      <span className="line-clamp-2 text-ink-2" title={offer.settings[0].after ?? ''}>
        <b className="font-medium text-ink">new</b> {offer.settings[0].after}
      </span>
    );
  return (
    <ul>
      {offer.settings.map(({ setting, before, after }) => (
        <li key={setting} className="wrap-anywhere">
          {setting}: <span className="text-ink-2">{before}</span> → {after}
        </li>
      ))}
    </ul>
  );
}

function Picture({ standard, offer: { kind, name } }: { standard: Standard; offer: Offer }): ReactNode {
  const is = (one: { name: string }): boolean => foldName(one.name) === foldName(name);
  if (kind === 'Layer') {
    const layer = findLayer(standard, name);
    return layer && <Stroke look={lookOf(standard, layer)} width={200} />;
  }
  if (kind === 'Linetype') {
    const linetype = findLinetype(standard, name);
    return (
      linetype && (
        <LinePaths
          linetype={linetype}
          symbols={standard.lineMarks}
          styles={standard.lettering.styles}
          penMm={penOfLinetype(standard, linetype.name)}
          paths={[[1, 3, 53, 3]]}
          widthMm={54}
          heightMm={6}
        />
      )
    );
  }
  if (kind === 'Text style') {
    const style = standard.lettering.styles.find(is);
    return (
      style && (
        <Specimen
          style={style}
          lines={['Quay ⌀240']}
          penMm={style.heightMm / 10}
          label={name}
          maxWidthMm={52}
        />
      )
    );
  }
  if (kind === 'Dimension style') {
    const style = standard.dimensions.find(is);
    if (!style) return null;
    const v = dimensionValues(standard.dimensions, style);
    const text = standard.lettering.styles.find((one) => foldName(one.name) === foldName(v.textStyle));
    const lettering = { face: text?.face ?? 'stroke', widthFactor: text?.widthFactor ?? 1 } as const;
    return (
      <DimensionFigure
        label={name}
        parts={linearFigure(v, lettering, [0, 0], [40, 0], 0, 8, 4000)}
        object={[[0, 0, 40, 0]]}
        lettering={lettering}
        elementsOf={(linetype) => findLinetype(standard, linetype)?.elementsMm ?? []}
        box={[-6, -2, 60, 17]}
      />
    );
  }
  if (kind === 'Fill') {
    const fill = standard.fills.find(is);
    return fill && <FillSwatch fill={fill} widthMm={34} heightMm={12} scale={20} />;
  }
  return null;
}
