import { renderToStaticMarkup } from 'react-dom/server';
import { FINDING_STATUSES } from '@/core/audit/finding-note';
import { linkspan } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { audit, plainAudit } from '../../core/audit/engine';
import { type ListedFinding, listed } from '../../core/audit/finding';
import { RULES } from '../../core/audit/rules';
import { words } from '../../core/audit/value';
import { readDrawing } from '../../core/dxf/read/interpret';
import type { DrawingView } from '../drawings/types';
import { BeforeNow } from './BeforeNow';
import { DrawingHeader } from './DrawingHeader';
import { CheckAgain, NotLookedAt, Reading, Unreadable } from './DrawingNotices';
import { FindingDetail } from './FindingDetail';
import { FindingLedger } from './FindingLedger';
import { GROUPINGS, groupsOf, type LedgerView, openWork, queryOf, viewOf, WHOLE_LEDGER } from './ledger-view';
import { OpenWork } from './OpenWork';
import {
  type ComparedView,
  formatLikeness,
  formatSureness,
  type LedgerProps,
  likelyTarget,
  type Offered,
  pickingOption,
  subjectOf,
} from './types';

const read = readDrawing(linkspan().bytes);
if (!read.ok) throw new Error(read.problem.message);
const made = plainAudit(audit(read.value, demoStandard));
const findings = made.findings.map(listed);
const rules = RULES.map(({ meta: { id, title, why, what } }) => ({ id, title, why, what }));

const drawing: DrawingView = {
  id: 3,
  name: 'BO-301 linkspan.dxf',
  sender: 'Brandt-Osei Structures',
  senderId: 1,
  project: 'Ferry terminal',
  receivedAt: '2026-10-07T08:00:00.000Z',
  size: 42_000,
  state: 'ready',
  problem: null,
  verdict: 'held',
  inPart: false,
  counts: { must: 21, should: 10, note: 0 },
  edition: 'Edition 1',
  editedSince: false,
  revision: 1,
  sheets: [
    {
      name: 'S-301',
      where: 'layout',
      sizeName: 'A1',
      widthMm: 841,
      heightMm: 594,
      scale: '1:50',
      sure: 1,
      box: [0, 0, 841, 594],
      used: true,
    },
  ],
  first: { verdict: 'held', counts: { must: 24, should: 12, note: 1 }, byRule: { 'layers/unknown': 13 } },
  auditId: 1,
  current: { ...made, findings, findingCount: findings.length },
  changeCount: 6,
  currentSha: 'b'.repeat(64),
  originalSha: 'a'.repeat(64),
  waived: {},
  notes: {},
  waivedCount: 0,
  revisions: [
    { number: 1, note: 'Walls becomes A-WALL', madeAt: '2026-10-07T09:00:00.000Z', changeCount: 6 },
  ],
  canUndo: true,
  canRedo: false,
};

const ledger = (more: Partial<LedgerProps>): LedgerProps => ({
  findings,
  firstCount: 31,
  rules,
  edition: 'Edition 1',
  office: {
    layer: demoStandard.layers,
    linetype: [],
    'text style': [],
    'dimension style': [],
    fill: [],
    symbol: [],
    'parallel-line set': [],
  },
  proposals: null,
  length: null,
  picking: null,
  chosen: null,
  onChoose: () => undefined,
  busy: false,
  onCorrect: () => undefined,
  onDecide: () => undefined,
  onRefuse: () => undefined,
  waived: {},
  onWaive: () => undefined,
  onNote: () => Promise.resolve(),
  notes: {},
  ...more,
});
const offered = (ranked: Offered['ranked'], more: Partial<Offered> = {}): Offered => ({
  ranked,
  refused: [],
  removedBefore: false,
  asks: { kind: 'layer', name: 'Beams' },
  ...more,
});
const textOf = (markup: string): string =>
  markup
    .replace(/<[^>]+>/g, ' ')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ');
const detail = (finding: ListedFinding, more: Partial<LedgerProps> = {}): string =>
  renderToStaticMarkup(<FindingDetail {...ledger(more)} finding={finding} />);
const of = (correction: ListedFinding['correction']): ListedFinding =>
  findings.find((finding) => finding.correction === correction)!;

describe('a finding', () => {
  it('that is automatic says expected, found, why, and what correcting will do', () => {
    const finding = findings.find(({ looks }) => looks)!;
    const text = textOf(detail(finding));
    expect(text).toContain('Expected');
    expect(text).toContain('Found');
    expect(text).toContain(rules.find(({ id }) => id === finding.rule)!.why.slice(0, 40));
    expect(text).toContain('Edition 1');
    expect(text).toContain(finding.remedy);
    expect(text).toContain('Correct');
  });

  it('that asks shows what is proposed with reasons, and the rule’s own ways out', () => {
    const finding = of('choice');
    const proposals = {
      [finding.key]: offered([{ to: 'S-STEL', likeness: 0.8, reasons: ['both say “beam”'] }]),
    };
    const markup = detail(finding, { proposals });
    const text = textOf(markup);
    expect(text).toContain('Make it S-STEL');
    expect(text).toContain('both say “beam”');
    expect(text).toContain('very likely');
    expect(text).toContain('Add to the standard');
    expect(text).toMatch(/Remove with \d+ objects? …/);
    // What cannot be taken back at a glance is asked for once more.
    expect(text).not.toContain('Yes, remove');
    expect(markup.match(/<option/g)).toHaveLength(demoStandard.layers.length + 1 + FINDING_STATUSES.length);
  });

  it('that asks for a linetype or a fill shows how those that are proposed are drawn, and how often such proposals are right', () => {
    const { office } = ledger({});
    for (const [kind, sample] of [
      ['linetype', { elementsMm: [6, -2] }],
      ['fill', { fill: demoStandard.fills[0] }],
      ['parallel-line set', {}],
    ] as const) {
      const finding: ListedFinding = {
        ...of('choice'),
        options: [{ id: 'become', label: 'Make it {to}', needs: `office ${kind}`, effect: 'drawing' }],
      };
      const markup = detail(finding, {
        office: { ...office, [kind]: [{ name: 'ONE', purpose: '', ...sample }] },
        proposals: { [finding.key]: offered([{ to: 'ONE', likeness: 0.5, reasons: ['alike'] }]) },
      });
      expect([kind, markup.includes('role="img"')]).toEqual([kind, kind !== 'parallel-line set']);
      expect([kind, markup.includes('About 9 of 10')]).toEqual([kind, true]);
    }
  });

  it('that asks never picks what is only possible, and offers no key for it', () => {
    const finding = of('choice');
    for (const likeness of [0.49, 0.3, 0.1]) {
      const one = offered([{ to: 'A-DOOR', likeness, reasons: ['holds 1 line, which belong there'] }]);
      const markup = detail(finding, { proposals: { [finding.key]: one } });
      expect(markup).not.toMatch(/checked=""/);
      expect(textOf(markup)).toContain('Pick a layer');
      expect(textOf(markup)).not.toContain('Make it');
      expect(textOf(markup)).not.toContain('Enter');
    }
  });

  it('that asks says what was refused and removed before, and takes a refusal back', () => {
    const finding = of('choice');
    const one = offered([], { refused: ['A-DOOR'], removedBefore: true });
    const text = textOf(detail(finding, { proposals: { [finding.key]: one } }));
    expect(text).toContain('Refused for this sender: A-DOOR Propose again');
    expect(text).toContain('Removed in an earlier drawing of this sender.');
  });

  it('that asks and has nothing near says so, and waits while it looks', () => {
    const finding = of('choice');
    expect(textOf(detail(finding, { proposals: {} }))).toContain('No layer of the standard is near.');
    expect(textOf(detail(finding))).toContain('Looking for the nearest layers …');
  });

  it('that is for a person alone says who settles it', () => {
    const { remedy: _, ...finding }: ListedFinding = { ...of('automatic'), correction: 'manual' };
    expect(textOf(detail(finding))).toContain('a person has to settle it with the sender');
    // What the rule says of it goes before that.
    const said = 'Move the label or the knee: where to, a person sees.';
    expect(textOf(detail({ ...finding, remedy: said }))).toContain(said);
  });

  it('whose length can be set offers that beside the correction, and no other way to a length', () => {
    const sets = {
      what: 'From line to line',
      start: 7,
      least: 6,
      most: 25,
      space: 'model',
      way: [0, 1] as const,
      lines: [],
    };
    const finding = {
      ...of('automatic'),
      options: [{ id: 'space', label: 'Space them {to} mm apart', needs: null, effect: 'drawing', sets }],
    } as ListedFinding;
    const markup = renderToStaticMarkup(
      <FindingDetail {...ledger({})} finding={finding} length={{ value: 9, onValue: () => {} }} />,
    );
    expect(textOf(markup)).toContain('Space them 9 mm apart');
    expect(textOf(markup)).not.toContain('{to}');
    expect(textOf(detail(finding))).not.toContain('Space them');
  });

  it('of which one object is picked has none picked, and does nothing before one is', () => {
    const picks = {
      what: 'Gives way',
      space: 'model',
      of: [
        { object: 'A1', says: '80, level', lines: [], goes: [] },
        { object: 'A2', says: '30, plumb', lines: [], goes: [] },
      ],
    };
    const finding = {
      ...of('choice'),
      options: [{ id: 'give way', label: 'Break its line', needs: null, effect: 'drawing', picks }],
    } as ListedFinding;
    const shown = (value: string | null): string =>
      renderToStaticMarkup(
        <FindingDetail {...ledger({})} finding={finding} picking={{ value, onValue: () => {} }} />,
      );
    expect(shown(null)).not.toContain('checked');
    expect(textOf(shown(null))).toContain('Pick one here, or click its green line on the sheet.');
    expect(shown('A2').match(/checked/g)).toHaveLength(1);
    // There is one button for it, and it can be pressed once one is picked.
    const button = (markup: string): string => /<button[^>]*type="submit"[^>]*>/.exec(markup)![0];
    expect([shown(null), shown('A2')].map((markup) => button(markup).includes('disabled=""'))).toEqual([
      true,
      false,
    ]);
    expect(textOf(shown('A2')).match(/Break its line/g)).toHaveLength(1);
  });

  it('of an unknown rule, from another version, is shown all the same', () => {
    const finding: ListedFinding = {
      ...of('automatic'),
      rule: 'later/one',
      expected: words('this'),
      found: words('<script>that</script>'),
      clause: '4.2',
    };
    const markup = detail(finding);
    expect(markup).not.toContain('<script>');
    expect(textOf(markup)).toContain('clause 4.2');
  });
});

const titles = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
const viewed = (view: Partial<LedgerView> = {}) => ({
  view: { ...WHOLE_LEDGER, ...view },
  groups: groupsOf(findings, { ...WHOLE_LEDGER, ...view }, titles),
  onView: () => undefined,
});

describe('the ledger', () => {
  it('puts findings together by cause, layer, sheet or weight, none lost and none twice', () => {
    for (const by of GROUPINGS) {
      const groups = groupsOf(findings, { ...WHOLE_LEDGER, by }, titles);
      const keys = groups.flatMap((group) => group.findings.map(({ key }) => key));
      expect([...keys].sort()).toEqual(findings.map(({ key }) => key).sort());
      expect(new Set(groups.map(({ id }) => id)).size).toBe(groups.length);
    }
    const byLayer = groupsOf(findings, { ...WHOLE_LEDGER, by: 'layer' }, titles);
    for (const { title, findings: own } of byLayer)
      for (const { subject } of own) expect(subject.layer ?? '').toBe(title);
  });

  it('shows what is asked for: by words, weight, rule, and who settles it', () => {
    const of = (view: Partial<LedgerView>) =>
      groupsOf(findings, { ...WHOLE_LEDGER, ...view }, titles).flatMap((group) => group.findings);
    const [one] = findings;
    expect(of({ find: one.message.slice(0, 30).toUpperCase() })).toContain(one);
    expect(of({ find: 'no such words' })).toEqual([]);
    expect(of({ weights: ['must'] }).every(({ weight }) => weight === 'must')).toBe(true);
    expect(of({ rule: one.rule }).every(({ rule }) => rule === one.rule)).toBe(true);
    expect(of({ settledBy: 'choice' }).every(({ correction }) => correction === 'choice')).toBe(true);
  });

  it('is the same at the end of a link', () => {
    const view: LedgerView = {
      by: 'layer',
      find: 'wall & “door”',
      weights: ['must', 'note'],
      settledBy: 'choice',
      rule: findings[0].rule,
      chosen: findings[0].key,
    };
    expect(viewOf(new URLSearchParams(queryOf(view)))).toEqual(view);
    expect(queryOf(WHOLE_LEDGER)).toBe('');
    expect(viewOf(new URLSearchParams('by=nothing&settled=x&weights='))).toEqual({
      ...WHOLE_LEDGER,
      weights: [],
    });
  });

  it('counts what stands before release', () => {
    const open = openWork(findings);
    expect(open.automatic + open.choice + open.manual).toBe(findings.length);
    const text = textOf(
      renderToStaticMarkup(<OpenWork findings={findings} settledBy={null} onView={() => undefined} />),
    );
    expect(text).toContain(`${open.must} block`);
    expect(text).toContain(`${open.choice} to decide`);
  });

  it('counts by weight, and says when nothing is left', () => {
    const text = textOf(renderToStaticMarkup(<FindingLedger {...ledger({})} {...viewed()} />));
    for (const weight of ['must', 'should', 'note'] as const)
      expect(text).toContain(`${findings.filter((one) => one.weight === weight).length} ${weight}`);
    const none = textOf(renderToStaticMarkup(<FindingLedger {...ledger({ findings: [] })} {...viewed()} />));
    expect(none).toContain('Nothing to find: the drawing complies');
    expect(none).toContain('31 findings when it came, none now.');
  });
});

describe('the head of a drawing', () => {
  const head = (more: Partial<DrawingView>): string =>
    textOf(
      renderToStaticMarkup(
        <DrawingHeader
          drawing={{ ...drawing, ...more }}
          busy={false}
          onStep={() => undefined}
          onKeys={() => undefined}
          onDelete={() => undefined}
        />,
      ),
    );
  it('says what it is, what the audit came to, and offers what was corrected', () => {
    const text = head({});
    expect(text).toContain('Brandt-Osei Structures · Ferry terminal · version 2010, units mm');
    expect(text).toContain('Held');
    expect(text).toContain('Download corrected DXF');
    expect(text).toContain('Undo');
    expect(text).not.toContain('Redo');
  });
  it('does not call a drawing corrected that was only checked again', () => {
    expect(head({ currentSha: drawing.originalSha })).toContain('Download DXF');
    expect(head({ currentSha: drawing.originalSha })).not.toContain('corrected');
  });
});

describe('notices', () => {
  it('say that another edition is in force, or that the draft was edited since', () => {
    const again = (more: Partial<DrawingView>, inForce: string | null): string =>
      textOf(
        renderToStaticMarkup(
          <CheckAgain
            drawing={{ ...drawing, ...more }}
            inForce={inForce}
            busy={false}
            onCheck={() => undefined}
          />,
        ),
      );
    expect(again({}, 'Edition 1')).toBe('');
    expect(again({}, null)).toBe('');
    expect(again({ state: 'reading' }, 'Edition 2')).toBe('');
    expect(again({}, 'Edition 2')).toContain('was checked with Edition 1; Edition 2 is in force now.');
    expect(again({ edition: 'Draft 2', editedSince: true }, 'Draft 2')).toContain(
      'Draft 2 was edited since this drawing was checked. Check again',
    );
  });

  it('name rules that failed and what was not looked at', () => {
    const shown = renderToStaticMarkup(
      <NotLookedAt
        drawing={{
          ...drawing,
          current: {
            ...drawing.current!,
            failures: [{ rule: 'layers/unknown', message: 'This rule failed.' }],
            notChecked: [{ rule: 'layers/width', what: 'Widths of layers.' }],
          },
        }}
        rules={rules}
      />,
    );
    expect(textOf(shown)).toContain('Layer not in the standard: This rule failed.');
    expect(textOf(shown)).toContain('Layer width differs: Widths of layers.');
    expect(renderToStaticMarkup(<NotLookedAt drawing={drawing} rules={rules} />)).toBe('');
  });

  it('say that it is read, can be cancelled, or could not be read and what to do', () => {
    const reading = renderToStaticMarkup(
      <Reading drawing={{ ...drawing, state: 'waiting' }} onCancel={() => undefined} />,
    );
    expect(textOf(reading)).toContain('Waiting for its turn … Cancel');
    const unreadable = renderToStaticMarkup(
      <Unreadable
        drawing={{
          ...drawing,
          state: 'unreadable',
          problem: {
            code: 'cut',
            message: 'The file is cut off.',
            action: 'Ask for it again.',
            line: 12_345,
          },
        }}
        onAgain={() => undefined}
      />,
    );
    expect(textOf(unreadable)).toContain('The file is cut off. Line 12,345. Ask for it again.');
    expect(textOf(unreadable)).toContain('The file is kept as it was sent.');
  });
});

describe('before and now', () => {
  const counts = { must: 1, should: 0, note: 0 };
  const compared = (to: number): ComparedView => ({
    from: { number: 0, edition: 'Edition 1', verdict: 'held', counts },
    to: { number: 1, edition: 'Edition 1', verdict: 'held', counts },
    rules: [{ rule: 'layers/unknown', from: 13, to }],
    changes: 2,
    touched: { handles: [], layers: [] },
  });
  const shown = (to: number, problem = ''): string =>
    textOf(
      renderToStaticMarkup(
        <BeforeNow
          drawing={drawing}
          findings={findings}
          rules={rules}
          pair={[0, 1]}
          onPair={() => undefined}
          compared={problem ? null : compared(to)}
          problem={problem}
        />,
      ),
    );
  it('stand beside each other, rule by rule', () => {
    expect(shown(4)).toContain('Layer not in the standard 13 4');
    expect(shown(4)).toContain('2 changes between them');
    expect(shown(4)).toContain('for a person');
    expect(shown(4)).toContain(drawing.originalSha);
    expect(shown(0)).toContain('Layer not in the standard 13 settled');
  });
  it('say what went wrong', () => {
    expect(shown(0, 'One of these states is not kept.')).toContain('One of these states is not kept.');
  });
});

describe('words of decisions', () => {
  it('name what is decided on, and how likely it is', () => {
    expect(subjectOf(of('choice'))).toBe(of('choice').subject.layer);
    expect(subjectOf({ ...of('choice'), subject: { layer: 'S-STEL', kind: 'dimension' } })).toBe(
      'dimension on S-STEL',
    );
    const sure = [{ likeness: 0.9 }, { likeness: 0.5 }, { likeness: 0.3 }, { likeness: 0.35, among: 3 }];
    expect(sure.map(formatSureness)).toEqual([
      'Nearly all such proposals are right.',
      'About 9 of 10 such proposals are right.',
      'About 7 of 10 such proposals are right.',
      'As much speaks for 2 others: which is meant is for you to say.',
    ]);
    expect([...[0.9, 0.6, 0.4, 0.1].map((likeness) => ({ likeness })), sure[3]].map(formatLikeness)).toEqual([
      'very likely',
      'likely',
      'possible',
      'unlikely',
      'one of 3 alike',
    ]);
    const { key } = of('choice');
    expect(likelyTarget(of('choice'), { [key]: offered([{ to: 'A', likeness: 0.51, reasons: [] }]) })).toBe(
      'A',
    );
    expect(
      likelyTarget(of('choice'), { [key]: offered([{ to: 'A', likeness: 0.49, reasons: [] }]) }),
    ).toBeNull();
    expect(pickingOption(of('choice'))?.id).toBe('become');
    expect(pickingOption(of('automatic'))).toBeUndefined();
  });
});
