import type { Drawing } from '../dxf/drawing';
import { handleOf, kindOf } from '../dxf/drawing';
import { OBJECT_KINDS, type ObjectKind } from '../dxf/object-kinds';
import { PLAIN_RULE, type RuleSetting } from '../standard/rule-settings';
import type { Standard } from '../standard/standard';
import { RANK, restOf } from './capped';
import { type AuditContext, makeContext } from './context';
import { type Exceptions, exceptionsOf } from './exceptions';
import type { Audit, Finding, NotChecked, Option, RuleFailure, Subject } from './finding';
import { lookedAt } from './looked';
import { placesOf } from './places';
import {
  type FindingDraft,
  type Rule,
  type RuleContext,
  type SettleContext,
  settledAs,
  type Visitor,
} from './rule';
import { RULES } from './rules';
import { settingsFor } from './settings';

/** An audit with what only the process that made it knows. */
export interface LiveAudit extends Audit {
  readonly context: AuditContext;
  /** Rows of the objects that one of these findings names. */
  rowsOf(finding: Finding): readonly number[];
  /** What a rule of this audit is given when it settles what it found. */
  settling(rule: string): SettleContext;
}

/** A rule at work on one drawing. */
interface Running {
  readonly rule: Rule;
  readonly setting: RuleSetting;
  readonly exceptions: Exceptions;
  readonly context: RuleContext;
  readonly drafts: FindingDraft[];
  /** Findings that were counted and not kept. */
  more: number;
  visitor: Visitor | null;
  failed: boolean;
  ms: number;
}

/** Checks a drawing against an edition. The same drawing and edition give the same findings in the same order. */
export function audit(drawing: Drawing, standard: Standard, rules: readonly Rule[] = RULES): LiveAudit {
  const context = makeContext(drawing, standard);
  const failures: RuleFailure[] = [];
  const notChecked: NotChecked[] = [];
  const running: Running[] = [];
  for (const rule of rules) {
    const setting = standard.rules[rule.meta.id] ?? PLAIN_RULE;
    if (setting.on) running.push(begin(context, rule, setting, notChecked));
  }

  /** Runs a part of one rule; what it throws stops that rule and no other. */
  const guarded = (one: Running, work: () => void): void => {
    if (one.failed) return;
    const start = performance.now();
    try {
      work();
    } catch (error) {
      one.failed = true;
      one.drafts.length = 0;
      failures.push({
        rule: one.rule.meta.id,
        message: `This rule failed and checked nothing: ${error instanceof Error ? error.message : String(error)}.`,
      });
    }
    one.ms += performance.now() - start;
  };

  for (const one of running)
    guarded(one, () => {
      one.visitor = one.rule.visit?.(one.context) ?? null;
    });
  const kinds = goOver(
    drawing,
    running.filter(({ visitor }) => visitor !== null),
    guarded,
  );
  for (const one of running) {
    guarded(one, () => {
      if (one.visitor) take(one, one.visitor.finish());
    });
    guarded(one, () => {
      if (one.rule.check) take(one, one.rule.check(one.context));
    });
  }

  const rowsByFinding = new WeakMap<Finding, readonly number[]>();
  const findings: Finding[] = [];
  for (const one of running)
    guarded(one, () => {
      for (const draft of one.drafts) {
        const finding = finish(context, one, draft);
        rowsByFinding.set(finding, draft.rows ?? []);
        findings.push(finding);
      }
      const { rule, setting, more } = one;
      if (more > 0) findings.push(restOf(rule.meta.id, more, setting.gravity ?? rule.meta.weight));
    });
  findings.sort((a, b) => RANK[a.weight] - RANK[b.weight]);
  distinguish(findings, rowsByFinding);

  const rowsOf = (finding: Finding): readonly number[] => rowsByFinding.get(finding) ?? [];
  return {
    units: drawing.units,
    version: drawing.document.versionName,
    codePage: drawing.document.codec.label,
    counts: {
      objects: drawing.objects.count,
      layers: drawing.layers.length,
      symbols: [...drawing.symbols.values()].filter((symbol) => !symbol.anonymous).length,
      sheets: drawing.sheets.length,
      kinds,
    },
    // What a rule that failed would have found is not known: such a drawing is not released.
    verdict: failures.length > 0 || findings.some(({ weight }) => weight === 'must') ? 'held' : 'released',
    findings,
    failures,
    notChecked,
    looked: lookedAt(context, rules, kinds, failures, notChecked),
    times: Object.fromEntries(running.map(({ rule, ms }) => [rule.meta.id, Math.round(ms * 100) / 100])),
    context,
    rowsOf,
    settling: (id) => ({
      ...context,
      rowsOf,
      settings: running.find(({ rule }) => rule.meta.id === id)?.context.settings ?? {},
    }),
  };
}

/** An audit without what only this process knows: plain data. */
export const plainAudit = ({ context: _, rowsOf: __, settling: ___, ...plain }: LiveAudit): Audit => plain;

function begin(context: AuditContext, rule: Rule, setting: RuleSetting, notChecked: NotChecked[]): Running {
  const exceptions = exceptionsOf(context, setting);
  const kept =
    setting.tolerance === null ? setting.settings : { tolerance: setting.tolerance, ...setting.settings };
  const { settings, leftOut } = settingsFor(rule.meta.settings, kept);
  for (const name of leftOut)
    notChecked.push({
      rule: rule.meta.id,
      what: `The setting “${name}” is none of this rule’s: its own values were used.`,
    });
  if (setting.settledBy !== null && settledAs(rule.meta, setting) === undefined)
    notChecked.push({
      rule: rule.meta.id,
      what: `“${setting.settledBy}” is no way in which this rule settles what it finds: a person decides.`,
    });
  return {
    rule,
    setting,
    exceptions,
    context: {
      ...context,
      settings,
      excepts: exceptions.row ?? (() => false),
      notChecked: (what) => void notChecked.push({ rule: rule.meta.id, what }),
    },
    drafts: [],
    more: 0,
    visitor: null,
    failed: false,
    ms: 0,
  };
}

/**
 * Goes over the objects once and shows each to the rules that listen to its kind.
 * @returns how many objects there are of each kind
 */
function goOver(
  drawing: Drawing,
  running: readonly Running[],
  guarded: (one: Running, work: () => void) => void,
): Record<string, number> {
  const { count } = drawing.objects;
  const kindIndex = new Map(OBJECT_KINDS.map((kind, i) => [kind, i]));
  const kindOfRow = new Uint8Array(count);
  const counted = new Uint32Array(OBJECT_KINDS.length);
  for (let row = 0; row < count; row++) {
    const kind = kindIndex.get(kindOf(drawing, row))!;
    kindOfRow[row] = kind;
    counted[kind]++;
  }
  // Rule by rule over the rows: each loop stays small and the time of each rule is its own.
  for (const one of running)
    guarded(one, () => {
      const { on } = one.visitor!;
      const skip = one.exceptions.row;
      const every = on.any;
      const listeners = OBJECT_KINDS.map((kind) => on[kind]);
      const listensToKinds = listeners.some((listener) => listener !== undefined);
      for (let row = 0; row < count; row++) {
        const listener = listensToKinds ? listeners[kindOfRow[row]] : undefined;
        if (!every && !listener) continue;
        if (skip?.(row)) continue;
        every?.(row);
        listener?.(row);
      }
    });
  const kinds: Partial<Record<ObjectKind, number>> = {};
  for (const [i, kind] of OBJECT_KINDS.entries()) if (counted[i] > 0) kinds[kind] = counted[i];
  return kinds as Record<string, number>;
}

/** Findings of one rule that are kept; the rest is counted. A drawing can be made to have millions. */
const MOST_OF_RULE = 50_000;

function take(one: Running, drafts: Iterable<FindingDraft>): void {
  for (const draft of drafts) {
    if (one.exceptions.subject(draft.subject)) continue;
    if (one.drafts.length < MOST_OF_RULE) one.drafts.push(draft);
    else one.more++;
  }
}

function finish(context: AuditContext, { rule, setting }: Running, draft: FindingDraft): Finding {
  const { rows = [], records = [], places, weight, sure, onlyName, ...rest } = draft;
  const { meta } = rule;
  const correction = draft.correction ?? meta.correction;
  const decided = correction === 'choice' ? wayOf(rule, setting, draft) : undefined;
  return {
    rule: meta.id,
    key: keyOf(meta.id, draft.subject),
    weight: setting.gravity ?? weight ?? meta.weight,
    sure: sure ?? 1,
    ...rest,
    correction: decided ? 'automatic' : correction,
    ...(decided
      ? {
          byStandard: { option: decided.id, ...(decided.needs === null ? {} : { to: onlyName }) },
          remedy: `The standard decides: ${settledAs(meta, setting)}.`,
          options: draft.options!.filter(({ id, needs }) => id !== decided.id || needs !== null),
        }
      : {}),
    handles: [...records, ...rows.map((row) => handleOf(context.drawing, row))],
    places: places ?? placesOf(context.facts, rows),
  };
}

/** The way out of a finding that the standard has taken without asking; undefined where a person decides. */
function wayOf(
  { meta }: Rule,
  setting: RuleSetting,
  { options, onlyName }: FindingDraft,
): Option | undefined {
  if (settledAs(meta, setting) === undefined) return undefined;
  return options?.find(
    ({ id, needs, effect }) =>
      id === setting.settledBy && effect === 'drawing' && (needs === null || onlyName !== undefined),
  );
}

function keyOf(rule: string, subject: Subject): string {
  const parts = [
    subject.layer,
    subject.symbol,
    subject.kind,
    subject.property,
    subject.value,
    subject.object,
  ];
  return [rule, ...parts.map((part) => part ?? '')].join('|').replace(/\|+$/, '');
}

/** Two findings of one rule on the same subject are told apart by a number, so that a key names one of them. */
function distinguish(findings: Finding[], rows: WeakMap<Finding, readonly number[]>): void {
  const seen = new Map<string, number>();
  for (const [i, finding] of findings.entries()) {
    const times = (seen.get(finding.key) ?? 0) + 1;
    seen.set(finding.key, times);
    if (times === 1) continue;
    const other = { ...finding, key: `${finding.key}#${times}` };
    rows.set(other, rows.get(finding) ?? []);
    findings[i] = other;
  }
}
