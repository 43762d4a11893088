import { handleOf, kindOf, layerNameOf, type Drawing } from '../drawing/drawing';
import { countOf, type ObjectKind } from '../drawing/kinds';
import { sameColour, sayColour, type Colour } from '../drawing/colour';
import { foldName } from '../dxf/interner';
import type { Standard, StandardLayer } from '../standard/standard';
import type { Finding } from '../audit/finding';

/** An office layer that a sender's layer may stand for, with the reasons in words. */
export interface Proposal {
  readonly to: string;
  /** 0 to 1; above 0.6 is worth accepting at a glance. */
  readonly likeness: number;
  readonly reasons: readonly string[];
}

/** What is known of the layer to be placed. */
export interface Stray {
  readonly name: string;
  readonly colour?: Colour;
  readonly linetype?: string;
  /** mm; null for default. */
  readonly widthMm?: number | null;
  readonly kinds: ReadonlyMap<ObjectKind, number>;
}

/**
 * Short forms that drafters of any office use in layer names, to the words they stand for. Common practice.
 */
const SHORT_FORMS: Readonly<Record<string, string>> = {
  abv: 'above', ann: 'note', anno: 'note', annotation: 'note', annot: 'note', bdy: 'boundary', bldg: 'building', bm: 'beam',
  bnd: 'boundary', brk: 'break', btm: 'bottom', cab: 'cable', cb: 'cable', cl: 'centre', clng: 'ceiling', cntr: 'contour', center: 'centre', centerline: 'centre',
  centreline: 'centre', col: 'column', conc: 'concrete', cont: 'contour', ctr: 'centre', demo: 'demolish', dim: 'dimension', dims: 'dimension',
  dimensions: 'dimension', dr: 'door', drn: 'drain', el: 'electrical', elec: 'electrical', elev: 'elevation', eq: 'equipment', equip: 'equipment',
  exst: 'existing', ext: 'existing', fdn: 'foundation', fen: 'fender', fill: 'hatch', fin: 'finish', fl: 'floor', flr: 'floor', fnd: 'foundation',
  furn: 'furniture', fw: 'fire', grd: 'grid', hat: 'hatch', hatching: 'hatch', hid: 'hidden', hyd: 'hydrant', ident: 'identification', lbl: 'note', label: 'note', labels: 'note',
  leg: 'legend', lev: 'level', levels: 'level', lt: 'light', ltg: 'light', lighting: 'light', lights: 'light', lum: 'light', luminaire: 'light', nav: 'navigation', notes: 'note', outl: 'outline', pat: 'hatch', pl: 'plant', planting: 'plant', plants: 'plant', plnt: 'plant',
  pntg: 'plant', pt: 'point', pts: 'point', points: 'point', pwr: 'power', powr: 'power', rd: 'road', rw: 'retaining', sect: 'section', sec: 'section', shrb: 'shrub', shrubs: 'shrub', spot: 'level', spt: 'level', stl: 'steel', str: 'structure', struc: 'structure',
  struct: 'structure', structural: 'structure', sym: 'symbol', symb: 'symbol', symbols: 'symbol', tbl: 'title', title: 'title', titleblock: 'title', topo: 'terrain', tree: 'tree', trees: 'tree', ttl: 'title', ttlb: 'title', txt: 'text', veg: 'plant', vp: 'viewport', vport: 'viewport',
  vprt: 'viewport', wall: 'wall', walls: 'wall', wat: 'water', wdw: 'window', win: 'window', wl: 'wall', wtr: 'water',
};

/** Words that mean nearly the same on a drawing. */
const KIN: readonly (readonly string[])[] = [
  ['text', 'note', 'lettering'],
  ['hatch', 'fill', 'pattern'],
  ['light', 'lamp', 'lantern'],
  ['terrain', 'contour', 'ground', 'relief'],
  ['plant', 'tree', 'shrub', 'vegetation'],
  ['wall', 'partition'],
  ['quay', 'wharf', 'jetty', 'berth', 'pier'],
  ['boundary', 'property', 'limit', 'border'],
  ['frame', 'border', 'title', 'sheet'],
  ['steel', 'structure', 'beam', 'column'],
  ['centre', 'axis', 'axes', 'grid'],
  ['cable', 'power', 'electrical', 'wiring'],
  ['fire', 'hydrant'],
  ['section', 'cut'],
  ['hidden', 'below', 'behind'],
  ['level', 'height', 'elevation'],
];

/** Takes a name or a phrase apart into whole words: at separators, at changes of case, at digits. */
export function tokens(text: string): string[] {
  return text
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replace(/(\p{L})(\d)/gu, '$1 $2')
    .replace(/(\d)(\p{L})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\d]+/u)
    .filter((token) => token.length > 0 && !/^\d+$/.test(token))
    .map((token) => SHORT_FORMS[token] ?? token);
}

/** Likeness of two words, 0 to 1: same, kin, beginning of the other, or sharing most of their letter pairs. */
export function wordLikeness(a: string, b: string): number {
  if (a === b) return 1;
  if (KIN.some((group) => group.includes(a) && group.includes(b))) return 0.75;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= 3 && long.startsWith(short)) return 0.6 + (0.35 * short.length) / long.length;
  if (short.length < 3) return 0;
  const pairs = (word: string): string[] => Array.from({ length: word.length - 1 }, (_, i) => word.slice(i, i + 2));
  const left = pairs(a);
  const right = pairs(b);
  let shared = 0;
  for (const pair of left) {
    const at = right.indexOf(pair);
    if (at < 0) continue;
    right.splice(at, 1);
    shared++;
  }
  // Sørensen–Dice coefficient of letter pairs.
  const dice = (2 * shared) / (a.length + b.length - 2);
  return dice >= 0.5 ? dice * 0.9 : 0;
}

interface NameMatch {
  readonly likeness: number;
  readonly pair: readonly [string, string] | null;
}

function nameLikeness(stray: readonly string[], layer: StandardLayer): NameMatch {
  const nameTokens = tokens(layer.name);
  const purposeTokens = tokens(layer.purpose).filter((token) => token.length > 2);
  let sum = 0;
  let weights = 0;
  let best: NameMatch = { likeness: 0, pair: null };
  for (const token of stray) {
    // One letter is a discipline's mark: it helps when it agrees, and says little when it does not.
    const weight = token.length === 1 ? 0.25 : 1;
    let top = 0;
    let partner = '';
    for (const other of nameTokens) {
      const likeness = wordLikeness(token, other);
      if (likeness > top) [top, partner] = [likeness, other];
    }
    for (const other of purposeTokens) {
      const likeness = wordLikeness(token, other) * 0.85;
      if (likeness > top) [top, partner] = [likeness, other];
    }
    sum += top * weight;
    weights += weight;
    if (token.length > 1 && top > best.likeness) best = { likeness: top, pair: [token, partner] };
  }
  return { likeness: weights === 0 ? 0 : sum / weights, pair: best.pair };
}

/** Share of the stray's objects whose kind belongs on the layer; null when either side says nothing. */
function kindLikeness(stray: Stray, layer: StandardLayer): number | null {
  let total = 0;
  let belongs = 0;
  for (const [kind, count] of stray.kinds) {
    total += count;
    if (layer.kinds.includes(kind) || (kind === 'attribute' && layer.kinds.includes('text'))) belongs += count;
  }
  return total === 0 || layer.kinds.length === 0 ? null : belongs / total;
}

/** A layer for few kinds says more when they agree than a layer for nearly all. */
const NAME_WEIGHT = 0.55;
const KIND_WEIGHT = 0.27;
const LOOK_WEIGHT = 0.18;
/** Below this a proposal is noise. */
const LEAST = 0.18;

/** Ranks the office's layers for a stray layer, best first. */
export function propose(standard: Standard, stray: Stray, most = 5): Proposal[] {
  const strayTokens = tokens(stray.name);
  const proposals: Proposal[] = [];
  for (const layer of standard.layers) {
    const reasons: string[] = [];
    const name = nameLikeness(strayTokens, layer);
    if (foldName(stray.name) === foldName(layer.name)) reasons.push('same name');
    else if (name.pair && name.likeness > 0.2)
      reasons.push(
        name.pair[0] === name.pair[1] ? `both names say “${name.pair[0]}”` : `“${name.pair[0]}” reads like “${name.pair[1]}”`,
      );
    const kinds = kindLikeness(stray, layer);
    const top = [...stray.kinds].sort((a, b) => b[1] - a[1])[0];
    const narrow = layer.kinds.length <= 4 ? 1 : layer.kinds.length <= 7 ? 0.8 : 0.65;
    if (kinds !== null && kinds >= 0.8 && top) reasons.push(`holds ${countOf(top[0], top[1])}, which belong there`);
    else if (kinds !== null && kinds < 0.2 && top) reasons.push(`but ${countOf(top[0], top[1])} would not belong there`);
    let looks = 0;
    const same: string[] = [];
    if (stray.colour && sameColour(stray.colour, layer.colour)) {
      looks += 0.4;
      same.push(sayColour(layer.colour));
    }
    if (stray.linetype !== undefined && foldName(stray.linetype) === foldName(layer.linetype)) {
      const plain = foldName(layer.linetype) === 'continuous';
      looks += plain ? 0.1 : 0.4;
      if (!plain) same.push(`linetype ${layer.linetype}`);
    }
    if (stray.widthMm !== undefined && stray.widthMm === layer.widthMm && stray.widthMm !== null) {
      looks += 0.2;
      same.push(`${layer.widthMm} mm`);
    }
    if (same.length > 0) reasons.push(`same ${same.join(', ')}`);
    const likeness =
      NAME_WEIGHT * name.likeness + KIND_WEIGHT * (kinds ?? 0.4) * narrow + LOOK_WEIGHT * Math.min(1, looks / 0.8);
    if (likeness >= LEAST && reasons.length > 0) proposals.push({ to: layer.name, likeness: Math.min(1, likeness), reasons });
  }
  return proposals.sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to)).slice(0, most);
}

/** What a finding that asks for a choice is about, read from its drawing. */
export function strayOf(drawing: Drawing, finding: Finding): Stray {
  const name = finding.subject.layer ?? '';
  const record = drawing.layerByName.get(foldName(name));
  const kinds = new Map<ObjectKind, number>();
  const wanted = new Set(finding.handles);
  for (let row = 0; row < drawing.objects.count; row++) {
    if (finding.rule === 'layers/unknown' ? foldName(layerNameOf(drawing, row)) !== foldName(name) : !wanted.has(handleOf(drawing, row)))
      continue;
    const kind = kindOf(drawing, row);
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  }
  if (!record) return { name, kinds };
  return {
    name,
    kinds,
    colour: record.colour,
    linetype: record.linetype,
    ...(drawing.holdsWidths ? { widthMm: record.width >= 0 ? record.width / 100 : null } : {}),
  };
}
