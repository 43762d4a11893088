/**
 * Short forms that drafters of any office use in layer names, to the words they stand for. Common practice.
 */
const SHORT_FORMS: Readonly<Record<string, string>> = {
  abv: 'above',
  ann: 'note',
  anno: 'note',
  annotation: 'note',
  annot: 'note',
  bdy: 'boundary',
  bldg: 'building',
  bm: 'beam',
  bnd: 'boundary',
  brk: 'break',
  btm: 'bottom',
  cab: 'cable',
  cb: 'cable',
  cl: 'centre',
  clng: 'ceiling',
  cntr: 'contour',
  center: 'centre',
  centerline: 'centre',
  centreline: 'centre',
  col: 'column',
  conc: 'concrete',
  cont: 'contour',
  ctr: 'centre',
  demo: 'demolish',
  dim: 'dimension',
  dims: 'dimension',
  dimensions: 'dimension',
  dr: 'door',
  drn: 'drain',
  el: 'electrical',
  elec: 'electrical',
  elev: 'elevation',
  eq: 'equipment',
  equip: 'equipment',
  exst: 'existing',
  ext: 'existing',
  fdn: 'foundation',
  fen: 'fender',
  fill: 'hatch',
  fin: 'finish',
  fl: 'floor',
  flr: 'floor',
  fnd: 'foundation',
  furn: 'furniture',
  fw: 'fire',
  grd: 'grid',
  hat: 'hatch',
  hatching: 'hatch',
  hid: 'hidden',
  hyd: 'hydrant',
  ident: 'identification',
  lbl: 'note',
  label: 'note',
  labels: 'note',
  leg: 'legend',
  lev: 'level',
  levels: 'level',
  lt: 'light',
  ltg: 'light',
  lighting: 'light',
  lights: 'light',
  lum: 'light',
  luminaire: 'light',
  nav: 'navigation',
  notes: 'note',
  outl: 'outline',
  pat: 'hatch',
  pl: 'plant',
  planting: 'plant',
  plants: 'plant',
  plnt: 'plant',
  pntg: 'plant',
  pt: 'point',
  pts: 'point',
  points: 'point',
  pwr: 'power',
  powr: 'power',
  rd: 'road',
  rw: 'retaining',
  sect: 'section',
  sec: 'section',
  shrb: 'shrub',
  shrubs: 'shrub',
  spt: 'spot',
  hts: 'height',
  ht: 'height',
  stel: 'steel',
  stl: 'steel',
  str: 'structure',
  struc: 'structure',
  struct: 'structure',
  structural: 'structure',
  sym: 'symbol',
  symb: 'symbol',
  symbols: 'symbol',
  tbl: 'title',
  title: 'title',
  titleblock: 'title',
  topo: 'terrain',
  tree: 'tree',
  trees: 'tree',
  ttl: 'title',
  ttlb: 'title',
  txt: 'text',
  veg: 'plant',
  vp: 'viewport',
  vport: 'viewport',
  vprt: 'viewport',
  wall: 'wall',
  walls: 'wall',
  wat: 'water',
  wdw: 'window',
  win: 'window',
  wl: 'wall',
  wtr: 'water',
};

/** Words that mean nearly the same on a drawing. */
const RELATED_WORDS: readonly (readonly string[])[] = [
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
  ['level', 'height', 'elevation', 'spot'],
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
    .map((token) => SHORT_FORMS[token] ?? singular(token));
}

/** Takes a plural s off: names say "walls" where the standard says "wall". */
const singular = (token: string): string => {
  const one = token.length > 3 && token.endsWith('s') && !token.endsWith('ss') ? token.slice(0, -1) : token;
  return SHORT_FORMS[one] ?? one;
};

/** Likeness of two words, 0 to 1: same, kin, beginning of the other, or sharing most of their letter pairs. */
export function wordLikeness(a: string, b: string): number {
  if (a === b) return 1;
  if (RELATED_WORDS.some((group) => group.includes(a) && group.includes(b))) return 0.75;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= 3 && long.startsWith(short)) return 0.6 + (0.35 * short.length) / long.length;
  if (short.length < 3) return 0;
  const pairs = (word: string): string[] =>
    Array.from({ length: word.length - 1 }, (_, i) => word.slice(i, i + 2));
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
