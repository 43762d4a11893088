import { type ReactNode, useEffect, useState } from 'react';
import type { BoundedInspection } from '@/core/inspect/bounded';
import { Panel } from './Panel';

interface Props {
  readonly drawingId: number;
  readonly sha: string;
  readonly asReceived: boolean;
  /** Layers switched off for looking, by their names in small letters. */
  readonly hidden: readonly string[];
  readonly onHidden: (hidden: readonly string[]) => void;
  readonly onClose: () => void;
}

/** What the drawing holds: layers that can be switched off for looking, styles, symbols, what was not understood. */
export function ContentsPanel({ drawingId, sha, asReceived, hidden, onHidden, onClose }: Props) {
  const [contents, setContents] = useState<BoundedInspection | string | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    setContents(null);
    void fetch(`/api/drawings/${drawingId}/contents?as=${asReceived ? 'received' : 'now'}&sha=${sha}`, {
      signal: abort.signal,
    })
      .then(async (response) => {
        const body = (await response.json()) as BoundedInspection & { problem?: { message: string } };
        setContents(response.ok ? body : (body.problem?.message ?? 'The contents could not be read.'));
      })
      .catch(() => {
        if (!abort.signal.aborted) setContents('The contents could not be fetched.');
      });
    return () => abort.abort();
  }, [drawingId, sha, asReceived]);

  return (
    <Panel title="What the drawing holds" hotkey="C" onClose={onClose}>
      <div className="min-h-0 flex-1 overflow-auto">
        {contents === null && <p className="p-3 text-ink-2">Reading the drawing …</p>}
        {typeof contents === 'string' && <p className="p-3 text-oxide">{contents}</p>}
        {contents !== null && typeof contents !== 'string' && (
          <Contents contents={contents} hidden={hidden} onHidden={onHidden} />
        )}
      </div>
    </Panel>
  );
}

const LISTS: Readonly<Record<string, string>> = {
  textStyles: 'text styles',
  dimensionStyles: 'dimension styles',
  parallelSets: 'parallel-line sets',
  layerFilters: 'layer filters',
};

function Contents({
  contents,
  hidden,
  onHidden,
}: {
  contents: BoundedInspection;
  hidden: readonly string[];
  onHidden: (hidden: readonly string[]) => void;
}) {
  const toggle = (name: string): void => {
    const key = name.toLowerCase();
    onHidden(hidden.includes(key) ? hidden.filter((one) => one !== key) : [...hidden, key]);
  };
  const drawn = contents.layers.filter((layer) => layer.objects > 0);
  const notUnderstood = Object.entries(contents.notUnderstood);
  const placed = contents.symbols.filter((symbol) => !symbol.made);
  return (
    <>
      <p className="px-3 py-2 text-[12.5px] text-ink-2">
        Version {contents.version}, {contents.form} form, {contents.codePage}, units {contents.units}.
      </p>
      {Object.entries(contents.leftOut).map(([list, left]) => (
        <p key={list} className="px-3 py-1 text-[12.5px] text-ink-2">
          {left.toLocaleString('en-GB')} more {LISTS[list] ?? list} are not listed.
        </p>
      ))}
      {notUnderstood.length > 0 && (
        <Block title="Not understood, kept as it is">
          {notUnderstood.map(([entity, count]) => (
            <Row key={entity} name={entity.toLowerCase()} value={count} />
          ))}
        </Block>
      )}
      {contents.lettersMissing > 0 && (
        <Block title="Letters">
          <p className="px-3 text-[12.5px]">
            {contents.lettersMissing} letters have no form in the shipped faces. They are shown with what this
            machine has, or as boxes.
          </p>
        </Block>
      )}
      <Block
        title={`Layers, ${drawn.length} of ${contents.layers.length} in use`}
        action={
          hidden.length > 0 && (
            <button
              type="button"
              className="text-[12.5px] text-verdigris hover:underline"
              onClick={() => onHidden([])}
            >
              Show all
            </button>
          )
        }
      >
        {drawn.map((layer) => {
          const off = hidden.includes(layer.name.toLowerCase());
          return (
            <div key={layer.name} className="flex h-7 items-center gap-2 px-3 hover:bg-shade">
              <span
                className="inline-block size-2.5 shrink-0 border border-rule"
                style={{ background: layer.colour }}
              />
              <span
                className={`figures min-w-0 flex-1 truncate ${off ? 'text-ink-3' : ''}`}
                title={layer.description || layer.name}
              >
                {layer.name}
              </span>
              <span className="figures text-ink-2">{layer.objects}</span>
              <button
                type="button"
                aria-pressed={off}
                className="w-10 text-right text-[12.5px] text-verdigris hover:underline"
                onClick={() => toggle(layer.name)}
              >
                {off ? 'Show' : 'Hide'}
                <span className="sr-only"> {layer.name}</span>
              </button>
            </div>
          );
        })}
      </Block>
      {placed.length > 0 && (
        <Block title={`Symbols, ${placed.length}`}>
          {placed.map((symbol) => (
            <Row key={symbol.name} name={symbol.name} value={symbol.placed} />
          ))}
        </Block>
      )}
      <Block title="Objects by kind">
        {Object.entries(contents.counts.kinds).map(([kind, count]) => (
          <Row key={kind} name={kind} value={count} plain />
        ))}
      </Block>
      <Block title="Text styles">
        {contents.textStyles.map((style) => (
          <Row key={style.name} name={style.name || '(without a name)'} value={style.objects} />
        ))}
      </Block>
      <Block title="Dimension styles">
        {contents.dimensionStyles.map((style) => (
          <Row key={style.name} name={style.name} value={style.objects} />
        ))}
      </Block>
      {contents.references.length > 0 && (
        <Block title="Refers to, never opened">
          {contents.references.map((reference) => (
            <p
              key={`${reference.kind} ${reference.name} ${reference.path}`}
              className="truncate px-3 py-0.5 text-[12.5px]"
              title={reference.path}
            >
              <span className="text-ink-2">{reference.kind}</span>{' '}
              <span className="figures">{reference.path}</span>
            </p>
          ))}
        </Block>
      )}
    </>
  );
}

function Block({ title, action, children }: { title: string; action?: ReactNode; children: ReactNode }) {
  return (
    <section className="border-t border-hairline pb-2 pt-1.5">
      <div className="flex items-baseline justify-between px-3 pb-1">
        <h3 className="text-[12.5px] font-semibold">{title}</h3>
        {action}
      </div>
      {children}
    </section>
  );
}

function Row({ name, value, plain }: { name: string; value: number; plain?: boolean }) {
  return (
    <div className="flex gap-2 px-3 py-0.5">
      <span className={`min-w-0 flex-1 truncate ${plain ? '' : 'figures'}`} title={name}>
        {name}
      </span>
      <span className={`figures ${value === 0 ? 'text-ink-3' : 'text-ink-2'}`}>{value}</span>
    </div>
  );
}
