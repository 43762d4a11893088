'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useEffectEvent, useMemo, useState, useTransition } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { toast } from 'sonner';
import type { ListedFinding } from '@/core/audit/finding';
import type { Choices } from '@/core/correct/choices';
import type { StandardLayer } from '@/core/standard/definitions';
import type { DrawingView } from '../drawings/types';
import { Button, buttonClass } from '../kit/Button';
import { call } from '../kit/call';
import { count } from '../kit/format';
import { isTyping } from '../kit/typing';
import { VerdictPlate, WeightTag } from '../kit/WeightTag';
import { SheetDesk, type SheetHighlights } from '../sheet/SheetDesk';
import { AcceptLikely } from './AcceptLikely';
import { BeforeNow } from './BeforeNow';
import { ChangeList } from './ChangeList';
import { FindingLedger } from './FindingLedger';
import { KeyList } from './KeyList';
import type { Proposals, RuleWords } from './types';
import { likelyTarget } from './types';

interface Props {
  readonly drawing: DrawingView;
  /** Label of the edition that drawings are checked with today. */
  readonly inForce: string | null;
  readonly layers: readonly StandardLayer[];
  readonly defaultWidthMm: number;
  readonly rules: readonly RuleWords[];
}

const NONE: readonly ListedFinding[] = [];
const NO_HIGHLIGHTS: SheetHighlights = { handles: [], layers: [] };

/** One drawing: the ledger of its findings beside the sheet. */
export function AuditPlace({ drawing, inForce, layers, defaultWidthMm, rules }: Props) {
  const router = useRouter();
  const [refreshing, startRefresh] = useTransition();
  const [busy, setBusy] = useState(false);
  const [tab, setTab] = useState<'findings' | 'changes' | 'compare'>('findings');
  const [chosen, setChosen] = useState<string | null>(null);
  const [asReceived, setAsReceived] = useState(false);
  const [proposals, setProposals] = useState<Proposals | null>(null);
  const [accepting, setAccepting] = useState(false);
  const [keysShown, setKeysShown] = useState(false);

  const findings = drawing.current?.findings ?? NONE;
  const counts = drawing.counts ?? { must: 0, should: 0, note: 0 };
  const automatic = useMemo(
    () => findings.filter((finding) => finding.correction === 'automatic'),
    [findings],
  );
  const asking = useMemo(() => findings.filter((finding) => finding.correction === 'choice'), [findings]);
  const likely = useMemo(
    () => asking.filter((finding) => likelyTarget(finding, proposals) !== null),
    [asking, proposals],
  );
  const finding = findings.find((candidate) => candidate.key === chosen) ?? null;
  const reading = drawing.state === 'waiting' || drawing.state === 'reading';

  useEffect(() => {
    if (!reading) return;
    const timer = setInterval(() => router.refresh(), 700);
    return () => clearInterval(timer);
  }, [reading, router]);

  // Proposals follow the drawing as it is now.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides what is proposed
  useEffect(() => {
    if (drawing.state !== 'ready' || asking.length === 0) return;
    let live = true;
    void call<Proposals>(`/api/drawings/${drawing.id}/proposals`).then((answer) => {
      if (live) setProposals(answer.ok ? answer.value : {});
    });
    return () => {
      live = false;
    };
  }, [drawing.id, drawing.state, drawing.currentSha]);

  const act = useCallback(
    async (
      path: string,
      body: unknown,
      done: (value: { changes?: number; draft?: string }) => string,
    ): Promise<boolean> => {
      setBusy(true);
      const answer = await call<{ changes?: number; draft?: string }>(`/api/drawings/${drawing.id}/${path}`, {
        body,
        method: 'POST',
      });
      setBusy(false);
      if (answer.ok) {
        const words = done(answer.value);
        if (words) toast(words);
      } else toast.error(answer.problem.message, { description: answer.problem.action });
      startRefresh(() => router.refresh());
      return answer.ok;
    },
    [drawing.id, router],
  );

  const moveOn = useCallback(
    (from: readonly ListedFinding[]): void => {
      const at = findings.findIndex((candidate) => candidate.key === chosen);
      const gone = new Set(from.map((item) => item.key));
      const next = [...findings.slice(at + 1), ...findings.slice(0, Math.max(0, at))].find(
        (candidate) => !gone.has(candidate.key),
      );
      setChosen(next?.key ?? null);
    },
    [findings, chosen],
  );

  const correct = useCallback(
    async (which: readonly ListedFinding[] | 'all', note: string): Promise<void> => {
      const body = which === 'all' ? { note } : { findings: which.map((item) => item.key), note };
      const did = await act(
        'correct',
        body,
        (value) => `${count(value.changes ?? 0, 'change')} made. Ctrl Z takes them back.`,
      );
      if (did) moveOn(which === 'all' ? automatic : which);
    },
    [act, automatic, moveOn],
  );

  const decide = useCallback(
    async (which: readonly ListedFinding[], choices: Choices, note: string): Promise<void> => {
      const did = await act(
        'correct',
        { findings: [], choices, note },
        (value) => `${count(value.changes ?? 0, 'change')} made. Ctrl Z takes them back.`,
      );
      if (did) moveOn(which);
    },
    [act, moveOn],
  );

  const map = useCallback(
    (item: ListedFinding, to: string): Promise<void> => {
      const layer = item.subject.layer ?? '';
      const choices: Choices =
        item.rule === 'layers/unknown'
          ? { layers: { [layer]: { action: 'map', to } }, objects: [] }
          : { layers: {}, objects: [{ layer, kind: item.subject.kind ?? '', to }] };
      return decide(
        [item],
        choices,
        item.rule === 'layers/unknown' ? `${layer} becomes ${to}` : `${item.found} to ${to}`,
      );
    },
    [decide],
  );

  const remove = useCallback(
    (item: ListedFinding): Promise<void> =>
      decide(
        [item],
        { layers: { [item.subject.layer ?? '']: { action: 'remove' } }, objects: [] },
        `${item.subject.layer} removed with what is on it`,
      ),
    [decide],
  );

  const adopt = useCallback(
    (item: ListedFinding): Promise<boolean> =>
      act(
        'adopt',
        { layer: item.subject.layer },
        (value) =>
          `${item.subject.layer} is in ${value.draft} now. Drawings comply with it once that is issued.`,
      ),
    [act],
  );

  const acceptLikely = async (which: readonly ListedFinding[]): Promise<void> => {
    setAccepting(false);
    const choices: {
      layers: Record<string, { action: 'map'; to: string }>;
      objects: { layer: string; kind: string; to: string }[];
    } = { layers: {}, objects: [] };
    for (const item of which) {
      const to = likelyTarget(item, proposals);
      const layer = item.subject.layer;
      if (to === null || layer === undefined) continue;
      if (item.rule === 'layers/unknown') choices.layers[layer] = { action: 'map', to };
      else choices.objects.push({ layer, kind: item.subject.kind ?? '', to });
    }
    await decide(which, choices, `${count(which.length, 'proposal')} taken over`);
  };

  const step = useCallback(
    (by: -1 | 1) => act('step', { by }, () => (by < 0 ? 'Taken back.' : 'Done again.')),
    [act],
  );
  const walk = useCallback(
    (by: 1 | -1): void => {
      if (findings.length === 0) return;
      const at = findings.findIndex((candidate) => candidate.key === chosen);
      const next =
        at < 0 ? (by > 0 ? 0 : findings.length - 1) : (at + by + findings.length) % findings.length;
      setTab('findings');
      setChosen(findings[next].key);
    },
    [findings, chosen],
  );

  // What a key does is asked of the page as it stands: a listener made anew after each change would come a moment late.
  const press = useEffectEvent((event: KeyboardEvent): void => {
    if (isTyping(event.target) || document.querySelector('[role="dialog"]')) return;
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      if (event.shiftKey ? drawing.canRedo : drawing.canUndo) void step(event.shiftKey ? 1 : -1);
      return;
    }
    if (command || event.altKey) return;
    if (event.key === 'ArrowDown' || event.key === 'n') walk(1);
    else if (event.key === 'ArrowUp' || event.key === 'p') walk(-1);
    else if (event.key === 'Escape') setChosen(null);
    else if (event.key === 'a' && automatic.length > 0 && !busy) void correct('all', 'Everything automatic');
    else if (event.key === '?') setKeysShown(true);
    else return;
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => press(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);

  // Objects of a finding that has many come when they are to be highlighted.
  const [all, setAll] = useState<{ readonly key: string; readonly handles: readonly string[] } | null>(null);
  const missing = finding && finding.objectCount > finding.handles.length ? finding.key : null;
  useEffect(() => {
    if (missing === null) return;
    const abort = new AbortController();
    void fetch(`/api/drawings/${drawing.id}/marks?key=${encodeURIComponent(missing)}`, {
      signal: abort.signal,
    })
      .then(async (response) => {
        if (response.ok)
          setAll({ key: missing, handles: ((await response.json()) as { handles: string[] }).handles });
      })
      .catch(() => undefined);
    return () => abort.abort();
  }, [missing, drawing.id]);

  const highlighted = useMemo((): SheetHighlights => {
    if (!finding || tab !== 'findings') return NO_HIGHLIGHTS;
    const layer = finding.subject.layer;
    if (finding.record && finding.rule !== 'layers/unknown' && layer)
      return { handles: [], layers: [layer.toLowerCase()] };
    return { handles: all?.key === finding.key ? all.handles : finding.handles, layers: [] };
  }, [finding, tab, all]);

  const inactive = busy || refreshing;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline bg-plate px-4 py-2">
        <div className="min-w-0">
          <h1 className="truncate text-[16px] font-semibold leading-5" title={drawing.name}>
            {drawing.name}
          </h1>
          <p className="truncate text-[12.5px] leading-4 text-ink-2">
            {drawing.sender}
            {drawing.project && ` · ${drawing.project}`}
            {drawing.current &&
              ` · version ${drawing.current.version}, units ${drawing.current.units}, ${count(drawing.current.counts.objects, 'object')}`}
          </p>
        </div>
        {drawing.current && (
          <div className="flex items-center gap-3 border-l border-hairline pl-4">
            <VerdictPlate verdict={drawing.verdict} />
            <WeightTag weight="must" count={counts.must} />
            <WeightTag weight="should" count={counts.should} />
            <WeightTag weight="note" count={counts.note} />
          </div>
        )}
        <div className="ml-auto flex items-center gap-2">
          {drawing.canUndo && (
            <Button onClick={() => void step(-1)} disabled={inactive} hotkey="Ctrl Z">
              Undo
            </Button>
          )}
          {drawing.canRedo && (
            <Button onClick={() => void step(1)} disabled={inactive} hotkey="⇧ Ctrl Z">
              Redo
            </Button>
          )}
          <Button look="quiet" onClick={() => setKeysShown(true)} hotkey="?">
            Keys
          </Button>
          {drawing.state === 'ready' && (
            <a
              className={buttonClass(drawing.changeCount > 0 ? 'main' : 'plain')}
              href={`/api/drawings/${drawing.id}/file`}
              download
            >
              {drawing.changeCount > 0 ? 'Download corrected DXF' : 'Download DXF'}
            </a>
          )}
        </div>
      </div>
      {drawing.state === 'ready' && inForce !== null && inForce !== drawing.edition && (
        <p className="flex items-center gap-3 border-b border-hairline bg-verdigris-soft px-4 py-1.5 text-[13px]">
          This drawing was checked with {drawing.edition}; {inForce} is in force now.
          <Button
            className="h-7"
            disabled={inactive}
            onClick={() => void act('audit', {}, () => `Checked with ${inForce}. Ctrl Z goes back.`)}
          >
            Check with {inForce}
          </Button>
        </p>
      )}
      {drawing.state === 'unreadable' && drawing.problem ? (
        <Unreadable drawing={drawing} onAgain={() => void act('audit', {}, () => '')} />
      ) : reading ? (
        <p role="status" className="m-auto text-ink-2">
          {drawing.state === 'reading' ? 'Reading the drawing and checking it …' : 'Waiting for its turn …'}
        </p>
      ) : (
        <Group orientation="horizontal" className="min-h-0 flex-1" id="audit">
          <Panel defaultSize="42%" minSize="340px" className="flex min-w-0 flex-col bg-white">
            <div
              role="tablist"
              aria-label="Ledger"
              className="flex items-center gap-1 border-b border-hairline bg-shade px-2 pt-1.5"
            >
              <LedgerTab
                on={tab === 'findings'}
                onClick={() => setTab('findings')}
                name="Findings"
                number={findings.length}
              />
              <LedgerTab
                on={tab === 'changes'}
                onClick={() => setTab('changes')}
                name="Changes"
                number={drawing.changeCount}
              />
              <LedgerTab on={tab === 'compare'} onClick={() => setTab('compare')} name="Before and now" />
            </div>
            {tab === 'findings' && (
              <>
                {(automatic.length > 0 || likely.length > 0) && (
                  <div className="flex flex-wrap gap-2 border-b border-hairline px-3 py-2">
                    {likely.length > 0 && (
                      <Button
                        look={automatic.length > 0 ? 'plain' : 'main'}
                        disabled={inactive}
                        onClick={() => setAccepting(true)}
                      >
                        Take over {count(likely.length, 'likely proposal')} …
                      </Button>
                    )}
                    {automatic.length > 0 && (
                      <Button
                        look="main"
                        disabled={inactive}
                        onClick={() => void correct('all', 'Everything automatic')}
                        hotkey="A"
                      >
                        Correct {automatic.length} automatically
                      </Button>
                    )}
                  </div>
                )}
                <FindingLedger
                  drawingName={drawing.name}
                  findings={findings}
                  first={drawing.first?.findings ?? NONE}
                  rules={rules}
                  edition={drawing.edition ?? ''}
                  layers={layers}
                  defaultWidthMm={defaultWidthMm}
                  proposals={proposals}
                  chosen={chosen}
                  onChoose={setChosen}
                  busy={inactive}
                  onCorrect={(which, note) => void correct(which, note)}
                  onMap={(item, to) => void map(item, to)}
                  onRemove={(item) => void remove(item)}
                  onAdopt={(item) => void adopt(item)}
                />
              </>
            )}
            {tab === 'changes' && (
              <ChangeList drawingId={drawing.id} sha={drawing.currentSha} revisions={drawing.revisions} />
            )}
            {tab === 'compare' && <BeforeNow drawing={drawing} rules={rules} />}
          </Panel>
          <Separator aria-label="Width of the ledger" className="w-[5px] bg-hairline hover:bg-verdigris" />
          <Panel minSize="300px" className="flex min-w-0 flex-col">
            <SheetDesk
              drawingId={drawing.id}
              sheets={drawing.sheets}
              sha={drawing.currentSha}
              asReceived={asReceived}
              onAsReceived={drawing.changeCount > 0 ? setAsReceived : undefined}
              highlighted={highlighted}
              highlightedSpace={highlighted === NO_HIGHLIGHTS ? null : (finding?.at?.space ?? null)}
            />
          </Panel>
        </Group>
      )}
      <AcceptLikely
        open={accepting}
        onOpenChange={setAccepting}
        findings={likely}
        proposals={proposals ?? {}}
        onAccept={(which) => void acceptLikely(which)}
      />
      <KeyList open={keysShown} onOpenChange={setKeysShown} />
    </div>
  );
}

function LedgerTab({
  on,
  onClick,
  name,
  number,
}: {
  on: boolean;
  onClick: () => void;
  name: string;
  number?: number;
}) {
  return (
    <button
      type="button"
      role="tab"
      aria-selected={on}
      onClick={onClick}
      className={`-mb-px flex h-8 items-center gap-2 border border-b-0 px-3 text-[13px] ${on ? 'border-hairline bg-white font-semibold' : 'border-transparent text-ink-2 hover:text-ink'}`}
    >
      {name}
      {number !== undefined && <span className="figures font-normal text-ink-2">{number}</span>}
    </button>
  );
}

function Unreadable({ drawing, onAgain }: { drawing: DrawingView; onAgain: () => void }) {
  return (
    <div className="m-auto max-w-xl border-l-[3px] border-oxide bg-white px-5 py-4" role="alert">
      <p className="text-[16px] font-semibold">This drawing could not be read</p>
      <p className="mt-2">
        {drawing.problem?.message}
        {drawing.problem?.line !== undefined && (
          <span className="figures"> Line {drawing.problem.line.toLocaleString('en-GB')}.</span>
        )}
      </p>
      <p className="mt-1">{drawing.problem?.action}</p>
      <p className="mt-2 text-[13px] text-ink-2">The file is kept as it was sent.</p>
      <div className="mt-4 flex gap-2">
        <Button onClick={onAgain}>Try again</Button>
        <a className={buttonClass()} href={`/api/drawings/${drawing.id}/file?which=original`} download>
          Download it as received
        </a>
        <Link href="/intake" className={buttonClass('quiet')}>
          To the Intake
        </Link>
      </div>
    </div>
  );
}
