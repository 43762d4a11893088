import { foldName } from '../dxf/interner';
import { fail, ok, type Result } from '../result';
import { type Difference, differences } from './differences';
import { familyOf } from './dimension-settings';
import { followedBy, onTheirOwn } from './line-families';
import { type NamedKind, officeNames } from './named-kinds';
import type { Standard } from './standard';

/** Kinds of definition that can be taken over one by one, by the words of their differences. */
export const TAKEN_KINDS = [
  'Layer',
  'Linetype',
  'Line mark',
  'Text style',
  'Dimension style',
  'Fill',
  'Parallel-line set',
  'Symbol',
  'Meaning',
  'Pen role',
] as const;
export type TakenKind = (typeof TAKEN_KINDS)[number];

/** Kinds of definition as their differences name them. */
export const TAKEN_AS: Readonly<Record<NamedKind | 'meaning', TakenKind>> = {
  layer: 'Layer',
  linetype: 'Linetype',
  'text style': 'Text style',
  'dimension style': 'Dimension style',
  fill: 'Fill',
  'parallel-line set': 'Parallel-line set',
  symbol: 'Symbol',
  meaning: 'Meaning',
};

/** A definition that was learnt and that the draft has not, or has otherwise. */
export interface Offer {
  readonly kind: TakenKind;
  readonly name: string;
  readonly isNew: boolean;
  /** Settings that differ, from the draft's to the learnt; the whole definition in words when it is new. */
  readonly settings: readonly Difference[];
}

export const offerKey = ({ kind, name }: Pick<Offer, 'kind' | 'name'>): string => `${kind}|${foldName(name)}`;

/** What was learnt, against the draft. What only the draft has is not mentioned: nothing is taken away. */
export function offers(draft: Standard, learnt: Standard): Offer[] {
  const found = new Map<string, { kind: TakenKind; name: string; isNew: boolean; settings: Difference[] }>();
  for (const one of differences(draft, learnt)) {
    const kind = TAKEN_KINDS.find((taken) => taken === one.kind);
    if (!kind || one.after === null) continue;
    // What a drawing cannot say is no difference: an empty purpose, any kind of object.
    if (one.before !== null && UNSAID.has(`${kind} ${one.setting}`)) continue;
    const key = offerKey({ kind, name: one.name });
    const offer = found.get(key);
    if (offer) offer.settings.push(one);
    else found.set(key, { kind, name: one.name, isNew: one.setting === '', settings: [one] });
  }
  const order = (kind: TakenKind): number => TAKEN_KINDS.indexOf(kind);
  return [...found.values()].sort((a, b) => order(a.kind) - order(b.kind) || a.name.localeCompare(b.name));
}

/** Settings of definitions that a drawing does not hold, unless it is a template of ours. */
const UNSAID = new Set(
  [
    [
      'Layer',
      [
        'what belongs on it',
        'in every drawing',
        'discipline',
        'role of its pen',
        'meaning of its lines',
        'notes',
        'clause',
        'kinds of object',
        'own values allowed',
      ],
    ],
    ['Linetype', ['sized', 'stops short of its ends by', 'only whole repeats', 'clause', 'notes']],
    ['Text style', ['use', 'line spacing', 'justification', 'clause', 'notes']],
    ['Dimension style', ['use', 'builds on', 'clause', 'notes']],
    ['Fill', ['material', 'angle', 'origin', 'clear of text', 'behind the lines', 'clause', 'notes']],
    ['Parallel-line set', ['use', 'clause', 'notes']],
    ['Symbol', ['use', 'division', 'layer', 'clause', 'notes']],
  ].flatMap(([kind, settings]) => (settings as string[]).map((setting) => `${kind} ${setting}`)),
);

interface Named {
  readonly name: string;
}

/** Puts chosen definitions into a list: in the place of those of the same name, or at its end. */
function put<T extends Named>(
  list: readonly T[],
  from: readonly T[],
  wanted: ReadonlySet<string>,
  merge: (mine: T | undefined, theirs: T) => T = (_, theirs) => theirs,
): T[] {
  const chosen = from.filter(({ name }) => wanted.has(foldName(name)));
  const next = list.map((mine) => {
    const theirs = chosen.find(({ name }) => foldName(name) === foldName(mine.name));
    return theirs ? merge(mine, theirs) : mine;
  });
  const known = new Set(list.map(({ name }) => foldName(name)));
  return [
    ...next,
    ...chosen.filter(({ name }) => !known.has(foldName(name))).map((one) => merge(undefined, one)),
  ];
}

/**
 * The draft with chosen definitions taken over, and with what they need: linetypes of layers, text styles of
 * dimensions, widths and heights that were not permitted.
 * @param keys of offers, see {@link offerKey}
 */
export function takeOver(draft: Standard, learnt: Standard, keys: Iterable<string>): Standard {
  const wanted = new Map<TakenKind, Set<string>>(TAKEN_KINDS.map((kind) => [kind, new Set()]));
  const want = (kind: TakenKind, name: string): void => {
    if (name !== '') wanted.get(kind)?.add(foldName(name));
  };
  for (const key of keys) {
    const at = key.indexOf('|');
    want(key.slice(0, at) as TakenKind, key.slice(at + 1));
  }
  const of = (kind: TakenKind): ReadonlySet<string> => wanted.get(kind) ?? new Set();
  const has = (list: readonly Named[], name: string): boolean =>
    list.some((one) => foldName(one.name) === foldName(name));
  /** What is needed and not there comes along. */
  const need = (kind: TakenKind, list: readonly Named[], name: string | undefined): void => {
    if (name && !has(list, name)) want(kind, name);
  };
  for (const style of learnt.dimensions.filter(({ name }) => of('Dimension style').has(foldName(name))))
    for (const one of familyOf(learnt.dimensions, style)) {
      need('Dimension style', draft.dimensions, one.name);
      const { settings } = one;
      need('Text style', draft.lettering.styles, settings.textStyle);
      for (const name of [settings.lineLinetype, settings.extensionLinetype1, settings.extensionLinetype2])
        need('Linetype', draft.linetypes, name);
    }
  for (const layer of learnt.layers.filter(({ name }) => of('Layer').has(foldName(name))))
    need('Linetype', draft.linetypes, layer.linetype);
  for (const set of learnt.parallels.filter(({ name }) => of('Parallel-line set').has(foldName(name))))
    for (const { linetype } of set.lines) need('Linetype', draft.linetypes, linetype);
  for (const meaning of learnt.meanings.filter(({ name }) => of('Meaning').has(foldName(name)))) {
    need('Linetype', draft.linetypes, meaning.linetype);
    need(
      'Pen role',
      draft.pens.roles.map(({ role }) => ({ name: role })),
      meaning.role,
    );
  }
  for (const linetype of learnt.linetypes.filter(({ name }) => of('Linetype').has(foldName(name)))) {
    for (const { symbol } of linetype.symbols) need('Line mark', draft.lineMarks, symbol);
    for (const base of followedBy(learnt.linetypes, linetype)) {
      need('Linetype', draft.linetypes, base.name);
      for (const { style } of base.words) need('Text style', draft.lettering.styles, style);
    }
    for (const { style } of linetype.words) need('Text style', draft.lettering.styles, style);
  }

  const roles = put(
    draft.pens.roles.map(({ role, widthMm }) => ({ name: role, widthMm })),
    learnt.pens.roles.map(({ role, widthMm }) => ({ name: role, widthMm })),
    of('Pen role'),
  ).map(({ name, widthMm }) => ({ role: name, widthMm }));
  const meanings = put(draft.meanings, learnt.meanings, of('Meaning'));
  const isRole = (role: string): boolean => roles.some((one) => foldName(one.role) === foldName(role));
  const layers = put(draft.layers, learnt.layers, of('Layer'), (mine, theirs) => ({
    ...theirs,
    // What the drawing does not say stays as the office said it.
    purpose: theirs.purpose || (mine?.purpose ?? ''),
    kinds: mine && mine.kinds.length > 0 ? mine.kinds : theirs.kinds,
    required: mine?.required ?? theirs.required,
    discipline: theirs.discipline || (mine?.discipline ?? ''),
    role: isRole(theirs.role) ? theirs.role : (mine?.role ?? ''),
    meaning: has(meanings, theirs.meaning) ? theirs.meaning : (mine?.meaning ?? ''),
    notes: theirs.notes || (mine?.notes ?? ''),
    clause: theirs.clause || (mine?.clause ?? ''),
  }));
  const styles = put(draft.lettering.styles, learnt.lettering.styles, of('Text style'), (mine, theirs) => ({
    ...theirs,
    use: theirs.use || (mine?.use ?? ''),
    notes: theirs.notes || (mine?.notes ?? ''),
    clause: theirs.clause || (mine?.clause ?? ''),
  }));
  const dimensions = put(draft.dimensions, learnt.dimensions, of('Dimension style'), (mine, theirs) => ({
    ...theirs,
    use: theirs.use || (mine?.use ?? ''),
    notes: theirs.notes || (mine?.notes ?? ''),
    clause: theirs.clause || (mine?.clause ?? ''),
  }));
  const known = new Set(layers.map(({ name }) => foldName(name)));
  const placed = <T extends { readonly layer: string }>(one: T): T =>
    one.layer === '' || known.has(foldName(one.layer)) ? one : { ...one, layer: '' };
  const fills = put(draft.fills, learnt.fills, of('Fill')).map(placed);
  const symbols = put(draft.symbols, learnt.symbols, of('Symbol')).map(placed);
  const linetypes = onTheirOwn(put(draft.linetypes, learnt.linetypes, of('Linetype')));
  const lineMarks = numbered(put(draft.lineMarks, learnt.lineMarks, of('Line mark')));

  const widths = new Set(draft.pens.seriesMm);
  for (const { widthMm } of layers) if (widthMm !== null) widths.add(widthMm);
  for (const { widthMm } of roles) widths.add(widthMm);
  for (const { settings } of dimensions)
    for (const mm of [settings.linePenMm, settings.extensionPenMm]) if (mm != null) widths.add(mm);
  const heights = new Set(draft.lettering.heightsMm);
  if (heights.size > 0) for (const { heightMm } of styles) heights.add(heightMm);
  const rising = (set: ReadonlySet<number>): number[] => [...set].sort((a, b) => a - b);
  return {
    ...draft,
    pens: { ...draft.pens, seriesMm: rising(widths), roles },
    lettering: { ...draft.lettering, heightsMm: rising(heights), styles },
    dimensions,
    fills,
    parallels: put(draft.parallels, learnt.parallels, of('Parallel-line set')),
    symbols,
    lineMarks,
    linetypes,
    meanings,
    layers,
  };
}

/**
 * The draft with one definition of a drawing added, and with what it needs; no other of the draft is changed.
 * @param learnt what was learnt from the drawing
 * @returns a problem where the draft has one of that name, or nothing of the kind was learnt
 */
export function adopted(
  draft: Standard,
  learnt: Standard,
  { kind, name }: { readonly kind: NamedKind; readonly name: string },
): Result<Standard> {
  const isIt = (one: Named): boolean => foldName(one.name) === foldName(name);
  if (officeNames(draft, kind).some(isIt))
    return fail('twice', `The draft has a ${kind} “${name}” already.`, 'Nothing was changed.');
  if (!officeNames(learnt, kind).some(isIt))
    return fail(
      `no-${kind.replace(' ', '-')}`,
      `The drawing has no ${kind} “${name}” that a standard can hold.`,
      'Reload the page, or define it in the Standard place.',
    );
  const next = takeOver(draft, learnt, [offerKey({ kind: TAKEN_AS[kind], name })]);
  if (kind !== 'layer') return ok(next);
  // A layer of a sender does not widen what the office permits.
  const { seriesMm } = draft.pens;
  return ok({
    ...next,
    pens: draft.pens,
    layers: next.layers.map((layer) =>
      isIt(layer)
        ? {
            ...layer,
            ownValuesAllowed: [],
            widthMm: layer.widthMm !== null && seriesMm.includes(layer.widthMm) ? layer.widthMm : null,
          }
        : layer,
    ),
  });
}

/** Symbols of two standards can have one number: the later ones get the next free one. */
function numbered(symbols: readonly Standard['lineMarks'][number][]): Standard['lineMarks'] {
  const taken = new Set<number>();
  return symbols.map((symbol) => {
    let { number } = symbol;
    while (taken.has(number)) number++;
    taken.add(number);
    return { ...symbol, number };
  });
}
