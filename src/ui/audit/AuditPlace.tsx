'use client';

import { useCallback, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import type { ListedFinding } from '@/core/audit/finding';
import type { Touched } from '@/core/correct/plan';
import type { OfficeNames } from '@/core/standard/named-kinds';
import type { DrawingView } from '../drawings/types';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { count } from '../kit/format';
import { isTyping } from '../kit/typing';
import { ComparedSheet, type ShownState } from '../sheet/ComparedSheet';
import { SheetDesk, type SheetHighlights } from '../sheet/SheetDesk';
import { BeforeNow, statesOf } from './BeforeNow';
import { ChangeList } from './ChangeList';
import { DecideMany } from './DecideMany';
import { DeleteDrawing } from './DeleteDrawing';
import { DrawingHeader } from './DrawingHeader';
import { CheckAgain, NotLookedAt, Reading, Unreadable, Working } from './DrawingNotices';
import { FindingLedger } from './FindingLedger';
import { KeyList } from './KeyList';
import { groupsOf, readyToSearch } from './ledger-view';
import { manyRows } from './many';
import { OpenWork } from './OpenWork';
import { PlanDialog } from './PlanDialog';
import { likelyTarget, type RuleWords } from './types';
import { useCompared } from './useCompared';
import { useDrawing, useHandles, useProposals } from './useDrawing';
import { useFindings } from './useFindings';
import { useKeptFocus } from './useKeptFocus';
import { useAddress, useLedgerView } from './useLedgerView';
import { useLength } from './useLength';
import { usePicking } from './usePicking';
import { WaiveDialog } from './WaiveDialog';
import { WaivedList } from './WaivedList';

interface Props {
  readonly drawing: DrawingView;
  /** Label of the edition that drawings are checked with today. */
  readonly inForce: string | null;
  readonly office: OfficeNames;
  readonly rules: readonly RuleWords[];
}

/** What a correction of all that settles by itself is called. */
const ALL = 'Everything automatic';

const NO_HIGHLIGHTS: SheetHighlights = { handles: [], layers: [] };

/** One drawing: the ledger of its findings beside the sheet. */
export function AuditPlace({ drawing, inForce, office, rules }: Props) {
  const [view, onView] = useLedgerView();
  const { chosen } = view;
  const setChosen = useCallback((key: string | null): void => onView({ chosen: key }), [onView]);
  const { findings: all, missing, problem: notFetched } = useFindings(drawing);
  // What is waived as a whole asks nothing of anybody: it is listed apart.
  const [findings, waived] = useMemo(() => {
    const isWaived = ({ key }: ListedFinding): boolean => drawing.waived[key]?.whole ?? false;
    return [all.filter((each) => !isWaived(each)), all.filter(isWaived)];
  }, [all, drawing.waived]);
  const { by, find, weights, settledBy, rule } = view;
  // What is chosen is no part of it: walking down the list makes no new list.
  const groups = useMemo(
    () =>
      groupsOf(
        findings,
        { by, find, weights, settledBy, rule },
        (id) => rules.find((one) => one.id === id)?.title ?? id,
      ),
    [findings, by, find, weights, settledBy, rule, rules],
  );
  useEffect(() => readyToSearch(findings), [findings]);
  const shown = useMemo(() => groups.flatMap((group) => group.findings), [groups]);
  const {
    automatic,
    reading,
    busy,
    working,
    refresh,
    act,
    correct,
    decide,
    decideMany,
    step,
    scale,
    decideSheet,
    lineUp,
    unitsAsked,
  } = useDrawing(drawing, chosen, setChosen, shown, findings);
  useAddress(view);
  // What is done to many is done when all of them are known.
  const waits = busy || missing > 0;
  const [tab, setTab] = useState<'findings' | 'changes' | 'compare'>('findings');
  const [asReceived, setAsReceived] = useState(false);
  const [accepting, setAccepting] = useState(false);
  const [keysShown, setKeysShown] = useState(false);
  const [deleting, setDeleting] = useState(false);
  const [planning, setPlanning] = useState<{
    readonly findings: readonly ListedFinding[];
    readonly note: string;
  } | null>(null);
  const [waiving, setWaiving] = useState<ListedFinding | null>(null);
  const asking = useMemo(() => findings.filter(({ correction }) => correction === 'choice'), [findings]);
  const { proposals, refuse } = useProposals(drawing, asking.length > 0);
  const many = useMemo(() => manyRows(asking, proposals), [asking, proposals]);
  const likely = many.filter(({ finding: asks }) => likelyTarget(asks, proposals) !== null).length;
  const finding = all.find((candidate) => candidate.key === chosen) ?? null;
  const handles = useHandles(drawing, finding);

  const length = useLength(finding);
  const picking = usePicking(finding);
  useKeptFocus(waits, chosen);

  const walk = (by: 1 | -1): void => {
    if (shown.length === 0) return;
    const at = shown.findIndex((candidate) => candidate.key === chosen);
    const next = at < 0 ? (by > 0 ? 0 : shown.length - 1) : (at + by + shown.length) % shown.length;
    setTab('findings');
    setChosen(shown[next].key);
  };

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
    else if (event.key === 'a' && automatic.length > 0 && !waits)
      setPlanning({ findings: automatic, note: ALL });
    else if (event.key === '?') setKeysShown(true);
    else return;
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => press(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);

  const highlighted = useMemo((): SheetHighlights => {
    if (!finding || tab !== 'findings') return NO_HIGHLIGHTS;
    return finding.marksLayer === undefined
      ? { handles, layers: [] }
      : { handles: [], layers: [finding.marksLayer] };
  }, [finding, tab, handles]);

  const changed = drawing.currentSha !== drawing.originalSha;
  const { pair, setPair, compared, problem } = useCompared(drawing, tab === 'compare');
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <DrawingHeader
        drawing={drawing}
        busy={busy}
        onStep={(by) => void step(by)}
        onKeys={() => setKeysShown(true)}
        onDelete={() => setDeleting(true)}
      />
      <Working
        working={working}
        onCancel={() => void call(`/api/drawings/${drawing.id}/correct`, { method: 'DELETE' })}
      />
      <CheckAgain
        drawing={drawing}
        inForce={inForce}
        busy={busy}
        onCheck={() => void act('audit', {}, () => `Checked with ${inForce}. Ctrl Z goes back.`)}
      />
      <NotLookedAt drawing={drawing} rules={rules} />
      {drawing.state === 'unreadable' && drawing.problem ? (
        <Unreadable drawing={drawing} onAgain={() => void act('audit', {}, () => '')} />
      ) : reading ? (
        <Reading
          drawing={drawing}
          onCancel={() => void act('audit', undefined, () => 'Reading was cancelled.', 'DELETE')}
        />
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
                {(missing > 0 || notFetched !== '') && (
                  <p
                    role="status"
                    className="border-b border-hairline bg-plate px-3 py-1 text-[13px] text-ink-2"
                  >
                    {notFetched === '' ? `Fetching ${count(missing, 'more finding')} …` : notFetched}
                  </p>
                )}
                <OpenWork findings={findings} settledBy={view.settledBy} onView={onView} />
                {(automatic.length > 0 || many.length > 1 || likely > 0) && (
                  <div className="flex flex-wrap gap-2 border-b border-hairline px-3 py-2">
                    {(likely > 0 || many.length > 1) && (
                      <Button
                        look={automatic.length > 0 ? 'plain' : 'main'}
                        disabled={waits}
                        onClick={() => setAccepting(true)}
                      >
                        {likely > 0
                          ? `Take over ${count(likely, 'likely proposal')} …`
                          : `Decide ${count(many.length, 'name')} …`}
                      </Button>
                    )}
                    {automatic.length > 0 && (
                      <Button
                        look="main"
                        disabled={waits}
                        onClick={() => setPlanning({ findings: automatic, note: ALL })}
                        hotkey="A"
                      >
                        Correct {automatic.length} automatically
                      </Button>
                    )}
                  </div>
                )}
                <FindingLedger
                  findings={findings}
                  firstCount={sum(drawing.first?.byRule)}
                  rules={rules}
                  edition={drawing.edition ?? ''}
                  office={office}
                  proposals={proposals}
                  onRefuse={refuse}
                  waived={drawing.waived}
                  onWaive={setWaiving}
                  onNote={(item, status, note) => act('note', { finding: item.key, status, note }, () => '')}
                  notes={drawing.notes}
                  chosen={chosen}
                  view={view}
                  groups={groups}
                  onView={onView}
                  onChoose={setChosen}
                  busy={waits}
                  onCorrect={(which, note) =>
                    which.length === 1 ? void correct(which, note) : setPlanning({ findings: which, note })
                  }
                  onDecide={(item, option, to) => void decide(item, option, to)}
                  length={length}
                  picking={picking}
                />
                <WaivedList findings={waived} waived={drawing.waived} chosen={chosen} onChoose={setChosen} />
              </>
            )}
            {tab === 'changes' && (
              <ChangeList drawingId={drawing.id} sha={drawing.currentSha} revisions={drawing.revisions} />
            )}
            {tab === 'compare' && (
              <BeforeNow
                drawing={drawing}
                findings={all}
                rules={rules}
                pair={pair}
                onPair={setPair}
                compared={compared}
                problem={problem}
              />
            )}
          </Panel>
          <Separator aria-label="Width of the ledger" className="w-[5px] bg-hairline hover:bg-verdigris" />
          <Panel minSize="300px" className="flex min-w-0 flex-col">
            {tab === 'compare' && changed && pair[0] !== pair[1] ? (
              <ComparedSheet
                drawingId={drawing.id}
                sheets={drawing.sheets}
                before={shownState(drawing, pair[0])}
                after={shownState(drawing, pair[1])}
                touched={compared?.touched ?? NOTHING_TOUCHED}
              />
            ) : (
              <SheetDesk
                drawingId={drawing.id}
                sheets={drawing.sheets}
                sha={drawing.currentSha}
                asReceived={asReceived}
                onAsReceived={changed ? setAsReceived : undefined}
                highlighted={highlighted}
                highlightedSpace={highlighted === NO_HIGHLIGHTS ? null : (finding?.places[0]?.space ?? null)}
                highlightedSheet={finding?.places[0]?.sheet ?? null}
                setting={tab === 'findings' && !asReceived ? length : null}
                picking={tab === 'findings' && !asReceived ? picking : null}
                unitsAsked={unitsAsked}
                busy={busy}
                onScale={(request, note) => void scale(request, note)}
                onDecideSheet={(decision, note) => void decideSheet(decision, note)}
                onLineUp={(asked, note) => void lineUp(asked, note)}
              />
            )}
          </Panel>
        </Group>
      )}
      {accepting && (
        <DecideMany
          onClose={() => setAccepting(false)}
          rows={many}
          office={office}
          onDecide={(decisions, note) => {
            setAccepting(false);
            void decideMany(decisions, note);
          }}
        />
      )}
      <KeyList open={keysShown} onOpenChange={setKeysShown} />
      {planning && (
        <PlanDialog
          drawing={drawing}
          findings={planning.findings}
          rules={rules}
          onClose={() => setPlanning(null)}
          everything={planning.note === ALL && waived.length === 0}
          onApply={(which, everything) => {
            const { note } = planning;
            setPlanning(null);
            void correct(which, note, everything);
          }}
        />
      )}
      {waiving && (
        <WaiveDialog
          drawing={drawing}
          finding={waiving}
          ruleTitle={rules.find(({ id }) => id === waiving.rule)?.title ?? waiving.rule}
          onClose={() => setWaiving(null)}
          onWaived={refresh}
        />
      )}
      {deleting && <DeleteDrawing drawing={drawing} onClose={() => setDeleting(false)} />}
    </div>
  );
}

const NOTHING_TOUCHED: Touched = { handles: [], layers: [] };

/** A state of a drawing as pictures of it are asked for. */
const shownState = (drawing: DrawingView, number: number): ShownState => ({
  state: `revision-${number}`,
  sha: number === drawing.revision ? drawing.currentSha : String(number),
  name: statesOf(drawing)[number]?.name ?? '',
});

const sum = (counts: Readonly<Record<string, number>> | undefined): number =>
  Object.values(counts ?? {}).reduce((all, one) => all + one, 0);

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
