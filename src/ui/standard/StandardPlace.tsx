'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Fragment, useEffect, useEffectEvent, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import type { UsesOnFile } from '@/core/inspect/uses';
import { differences, formatDifference } from '@/core/standard/differences';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button, buttonClass } from '../kit/Button';
import { call } from '../kit/call';
import { count } from '../kit/format';
import { isTyping } from '../kit/typing';
import { DimensionsView } from './DimensionsView';
import { EditionsView } from './EditionsView';
import { FillsView } from './FillsView';
import { type Kept, keep, keptOf, onKept } from './history';
import { LayersView } from './LayersView';
import { LearnView } from './LearnView';
import { LetteringView } from './LetteringView';
import { LinetypesView } from './LinetypesView';
import { MeaningsView } from './MeaningsView';
import { NamesView } from './NamesView';
import { ParallelsView } from './ParallelsView';
import { PensView } from './PensView';
import { RulesView, type RuleWords } from './RulesView';
import { SymbolsView } from './SymbolsView';
import type { EditionHead, EditionView, Save } from './types';
import { WorkingView } from './WorkingView';

interface Props {
  readonly editions: readonly EditionHead[];
  readonly shown: EditionView;
  /** The edition that the one shown is compared with. */
  readonly before: EditionView | null;
  readonly view: string;
  /** Drawings on file, to learn from. */
  readonly drawings: readonly { readonly id: number; readonly name: string; readonly sender: string }[];
  /** What the drawings on file use. */
  readonly uses: UsesOnFile;
  /** What the audit's rules say of themselves. */
  readonly rules: readonly RuleWords[];
}

const VIEWS = [
  { id: 'layers', name: 'Layers' },
  { id: 'pens', name: 'Pens' },
  { id: 'linetypes', name: 'Linetypes' },
  { id: 'meanings', name: 'Meanings' },
  { id: 'lettering', name: 'Lettering' },
  { id: 'dimensions', name: 'Dimensions' },
  { id: 'fills', name: 'Fills' },
  { id: 'parallels', name: 'Parallels' },
  { id: 'symbols', name: 'Symbols' },
  { id: 'names', name: 'Names' },
  { id: 'working', name: 'Working' },
  { id: 'rules', name: 'Rules' },
  { id: 'editions', name: 'Editions' },
] as const;

/** The office's standard: its definitions as they print, and its editions. */
export function StandardPlace({ editions, shown, before, view, rules, drawings, uses }: Props) {
  const router = useRouter();
  const [given] = useState<Kept>({
    standard: shown.standard,
    version: shown.version,
    steps: shown.steps,
    changedAt: shown.changedAt,
  });
  const own = useSyncExternalStore(
    onKept,
    () => keptOf(shown),
    () => undefined,
  );
  const { standard, version, steps: within } = own ?? given;
  const [stepping, setStepping] = useState(false);
  const [steps, setSteps] = useState(0);
  const draft = editions.find((edition) => edition.state === 'draft');
  const editable = shown.state === 'draft';
  const here = (next: string): string => `/standard?edition=${shown.id}&view=${next}`;

  const put = async (next: Standard): Promise<EditionView | readonly FieldFault[]> => {
    const answer = await call<{ edition: EditionView }>('/api/standard/draft', {
      method: 'PUT',
      body: { id: shown.id, version, standard: next },
    });
    if (answer.ok) return answer.value.edition;
    const faults = (answer.body as { faults?: readonly FieldFault[] } | null)?.faults;
    if (answer.status === 409 || !faults)
      toast.error(faults?.[0]?.message ?? answer.problem.message, {
        description: faults ? 'Your change was not saved.' : answer.problem.action,
      });
    return faults ?? [{ where: '', path: [], message: answer.problem.message }];
  };

  const keepSaved = (saved: EditionView): void =>
    keep(shown.id, {
      standard: saved.standard,
      version: saved.version,
      steps: saved.steps,
      changedAt: saved.changedAt,
    });

  const save: Save = async (next) => {
    const answer = await put(next);
    if (!('version' in answer)) return answer;
    keepSaved(answer);
    return [];
  };

  const step = async (by: -1 | 1): Promise<void> => {
    if ((by < 0 ? within.undo : within.redo) === 0 || stepping) return;
    setStepping(true);
    const answer = await call<{ edition: EditionView }>('/api/standard/draft/step', {
      body: { id: shown.id, version, by },
    });
    setStepping(false);
    if (!answer.ok) {
      toast.error(answer.problem.message, { description: answer.problem.action });
      return;
    }
    const changes = differences(standard, answer.value.edition.standard);
    keepSaved(answer.value.edition);
    // The views begin anew: their forms hold what was before the step.
    setSteps(steps + 1);
    toast(by < 0 ? 'Undone in the draft.' : 'Done again in the draft.', {
      description: changes.length === 1 ? formatDifference(changes[0]) : count(changes.length, 'change'),
    });
  };

  const stepNow = useEffectEvent(step);
  useEffect(() => {
    if (!editable) return;
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // In a field the keys undo what was typed.
      if (isTyping(event.target) || document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      void stepNow(event.shiftKey ? 1 : -1);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [editable]);

  const begin = async (): Promise<void> => {
    const answer = await call<{ edition: EditionHead }>('/api/standard/draft', { method: 'POST', body: {} });
    if (answer.ok) router.push(`/standard?edition=${answer.value.edition.id}&view=${view}`);
    else toast.error(answer.problem.message, { description: answer.problem.action });
  };

  const counts: Readonly<Record<(typeof VIEWS)[number]['id'], number>> = {
    layers: standard.layers.length,
    pens: standard.pens.seriesMm.length,
    linetypes: standard.linetypes.length,
    lettering: standard.lettering.styles.length,
    meanings: standard.meanings.length,
    dimensions: standard.dimensions.length,
    fills: standard.fills.length,
    parallels: standard.parallels.length,
    symbols: standard.symbols.length,
    working: Object.values(standard.working).flat().length,
    rules: rules.length,
    names: standard.naming.layers?.fields.length ?? 0,
    editions: editions.length,
  };

  const common = { standard, edition: shown.id, editable, save };

  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="border-b border-hairline bg-plate px-6 pt-4">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <h1 className="text-[22px] font-semibold leading-7 tracking-[-0.01em]">Standard</h1>
          <label className="flex items-center gap-2 text-[13px] text-ink-2">
            <span className="sr-only">Edition shown</span>
            <select
              value={shown.id}
              onChange={(event) => router.push(`/standard?edition=${event.target.value}&view=${view}`)}
              className="h-8 rounded-md border border-rule bg-white px-2 text-ink"
            >
              {editions.map((edition) => (
                <option key={edition.id} value={edition.id}>
                  {edition.label} ({edition.state})
                </option>
              ))}
            </select>
          </label>
          <p className="text-[13px] text-ink-2">
            {editable
              ? 'Every change is saved in the draft. Drawings are checked with it once it is issued.'
              : 'Issued: it does not change any more. The next edition starts as a draft from it.'}
          </p>
          <div className="ml-auto flex gap-2">
            {editable && within.undo + within.redo > 0 && (
              <>
                <Button
                  onClick={() => void step(-1)}
                  disabled={stepping || within.undo === 0}
                  hotkey="Ctrl Z"
                >
                  Undo
                </Button>
                <Button
                  onClick={() => void step(1)}
                  disabled={stepping || within.redo === 0}
                  hotkey="⇧ Ctrl Z"
                >
                  Redo
                </Button>
              </>
            )}
            {!editable &&
              (draft ? (
                <Link className={buttonClass('main')} href={`/standard?edition=${draft.id}&view=${view}`}>
                  Go on with {draft.label}
                </Link>
              ) : (
                <Button look="main" onClick={() => void begin()}>
                  Begin the next draft
                </Button>
              ))}
          </div>
        </div>
        <nav aria-label="Definitions" className="mt-2 flex flex-wrap gap-x-1">
          {VIEWS.map(({ id, name }) => (
            <Link
              key={id}
              href={here(id)}
              aria-current={view === id || (view === 'learn' && id === 'editions') ? 'page' : undefined}
              className={`-mb-px whitespace-nowrap border-b-2 px-2 py-1.5 text-[13.5px] ${view === id || (view === 'learn' && id === 'editions') ? 'border-verdigris font-semibold' : 'border-transparent text-ink-2 hover:text-ink'}`}
            >
              {name}
              <span className="figures ml-1.5 text-[12px] font-normal text-ink-3">{counts[id]}</span>
            </Link>
          ))}
        </nav>
      </div>
      <Fragment key={steps}>
        {view === 'pens' ? (
          <PensView {...common} />
        ) : view === 'linetypes' ? (
          <LinetypesView {...common} onFile={uses.linetype} />
        ) : view === 'lettering' ? (
          <LetteringView {...common} onFile={uses['text style']} />
        ) : view === 'dimensions' ? (
          <DimensionsView {...common} onFile={uses['dimension style']} />
        ) : view === 'meanings' ? (
          <MeaningsView {...common} />
        ) : view === 'fills' ? (
          <FillsView {...common} onFile={uses.fill} />
        ) : view === 'parallels' ? (
          <ParallelsView {...common} onFile={uses['parallel-line set']} />
        ) : view === 'symbols' ? (
          <SymbolsView {...common} onFile={uses.symbol} />
        ) : view === 'working' ? (
          <WorkingView {...common} />
        ) : view === 'rules' ? (
          <RulesView {...common} rules={rules} />
        ) : view === 'names' ? (
          <NamesView {...common} />
        ) : view === 'learn' && editable ? (
          <LearnView standard={standard} save={save} back={here('editions')} drawings={drawings} />
        ) : view === 'editions' || view === 'learn' ? (
          <EditionsView
            editions={editions}
            shown={shown}
            before={before}
            standard={standard}
            version={version}
            save={save}
          />
        ) : (
          <LayersView {...common} onFile={uses.layer} />
        )}
      </Fragment>
    </div>
  );
}
