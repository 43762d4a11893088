import drawingWords from './drawing-words.json';

/**
 * What drafters write in names of layers, to the word that it stands for: short forms of any office, and the words of
 * eleven languages. Common practice, from memory.
 */
const MEANS: ReadonlyMap<string, string> = new Map(
  Object.entries(drawingWords).flatMap(([word, forms]) =>
    [word, ...forms].map((form) => [form, word] as const),
  ),
);

/** A word without accents: names lose them on their way through programs and keyboards. */
const plain = (word: string): string => word.normalize('NFD').replace(/(?<=\p{Script=Latin})\p{M}+/gu, '');
/** Known words of so many letters are known in their other endings too. */
const LEAST_STEM = 5;
/** A word without the ending that says how many there are and of what gender: "esterni" and "esterno". */
const stemOf = (word: string): string => plain(word).replace(/[aeiou]?s?$/, '');

/** Known words by a form of them, where all that have it mean one thing. */
function byForm(formOf: (word: string) => string): ReadonlyMap<string, string> {
  const words = new Map<string, string | null>();
  for (const [word, means] of MEANS) {
    const form = formOf(word);
    const known = words.get(form);
    words.set(form, known === undefined || known === means ? means : null);
  }
  return new Map([...words].flatMap(([form, means]) => (means === null ? [] : [[form, means] as const])));
}

/** Both forms of all known words: made when the first name is asked about, since most programs start without one. */
let forms: {
  readonly plain: ReadonlyMap<string, string>;
  readonly stems: ReadonlyMap<string, string>;
} | null = null;
function knownForms(): NonNullable<typeof forms> {
  forms ??= { plain: byForm(plain), stems: byForm(stemOf) };
  return forms;
}

/** What a word stands for, whatever its accents and its ending; undefined for what is none of drawing. */
function meaningOf(word: string): string | undefined {
  const known = MEANS.get(word) ?? knownForms().plain.get(plain(word));
  if (known !== undefined) return known;
  const stem = stemOf(word);
  return stem.length >= LEAST_STEM ? knownForms().stems.get(stem) : undefined;
}

/** Whether a word is one of drawing: it stands for something, so that it is no misspelling of another. */
export const isKnown = (word: string): boolean => MEANS.has(word);

/** Words that mean nearly the same on a drawing. */
const RELATED_WORDS: readonly (readonly string[])[] = [
  ['text', 'note', 'lettering'],
  ['hatch', 'fill', 'pattern'],
  ['light', 'lamp', 'lantern'],
  ['terrain', 'contour', 'ground', 'relief'],
  ['earth', 'ground'],
  ['gravel', 'stone'],
  ['plant', 'tree', 'shrub'],
  ['wall', 'partition', 'masonry'],
  ['quay', 'wharf', 'jetty', 'berth', 'pier'],
  ['boundary', 'property', 'limit'],
  ['border', 'title', 'frame', 'sheet'],
  ['centre', 'axis', 'grid'],
  ['glazing', 'window'],
  ['paving', 'kerb'],
  ['cable', 'power', 'electrical'],
  ['hydrant', 'fire'],
  ['hidden', 'below', 'behind'],
  ['level', 'height', 'spot'],
];

/** What German, Dutch and their relatives end a compound with: the last part says what it is. Common practice, from memory. */
const HEADS =
  `wand wände waende mauer mauern tür türen tueren fenster stütze stützen decke dach treppe treppen kabel leitung leitungen
   leuchte leuchten beleuchtung baum bäume straße strasse grenze grenzen kante kanten schraffur schraffuren beton beschriftung
   rahmen schnitt achse achsen rohr kanal zaun pflaster belag bewehrung raster punkt punkte bemassung bemaßung möbel fundament
   träger poller muur deur raam leiding rand linie linien namen marken bezeichnung fugen leiter höhen tiefe licht
   muren wanden deuren ramen lijn lijnen grens kabels leidingen bomen constructie ligger liggers banden maten masten tekst teksten
   vägg väggar dörr dörrar fönster linjer gräns kablar ledningar träd belysning kant trappa
   væg vægge dør døre vindue linje linjer mur hegn træer`.split(/\s+/);

/** A word of a name: what it stands for, and as it is written there, in small letters. */
export interface NameWord {
  readonly word: string;
  readonly said: string;
}

/** Takes a name or a phrase apart into words: at separators, at changes of case, at digits, at known words where none part. */
export function wordsIn(text: string): NameWord[] {
  return text
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replace(/(\p{L})(\d)/gu, '$1 $2')
    .replace(/(\d)(\p{L})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{M}\d]+/u)
    .filter((token) => token.length > 0 && !/^\d+$/.test(token))
    .flatMap((token) =>
      /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u.test(token)
        ? unparted(token)
        : compound(token),
    )
    .map((said) => ({ word: meant(said), said }));
}

/** Parts of a compound are no shorter than this: what it is, and what of. */
const LEAST_PART = 3;
const LEAST_LAST = 4;
/** Short forms that names run together with what they are of: ROOMTXT. */
const SHORT_LASTS = new Set(['txt', 'dim']);

/** A compound of two known words as both: what it is, and what of. "Stahlträger" is a beam, of steel. */
function compound(token: string): string[] {
  if (token.length < 2 * LEAST_PART || meaningOf(token) !== undefined) return [token];
  // The longest last part that is known says what it is.
  for (let at = LEAST_PART; at <= token.length - LEAST_PART; at++) {
    const [rest, last] = [token.slice(0, at), token.slice(at)];
    if (last.length < LEAST_LAST ? !SHORT_LASTS.has(last) : !isPart(last)) continue;
    // Between the two there may be a sound that joins them.
    const first = [rest, rest.replace(/(s|n|en|e)$/, '')].find(
      (one) => one.length >= LEAST_PART && isPart(one),
    );
    if (first !== undefined) return [first, last];
  }
  return [token];
}

/** Whether a part of a compound is a known word, as it is or without its accents: endings are not taken off within one. */
const isPart = (word: string): boolean => MEANS.has(word) || knownForms().plain.has(plain(word));

/** What the words of a name stand for. */
export const tokens = (text: string): string[] => wordsIn(text).map(({ word }) => word);

function meant(said: string): string {
  const own = meaningOf(said);
  if (own !== undefined) return own;
  // Names say "walls" where the standard says "wall".
  const one =
    said.length > 4 && said.endsWith('ies')
      ? `${said.slice(0, -3)}y`
      : said.length > 3 && said.endsWith('s') && !said.endsWith('ss')
        ? said.slice(0, -1)
        : said;
  const head = said.length >= 7 ? HEADS.find((end) => said.endsWith(end)) : undefined;
  return meaningOf(one) ?? (head && meaningOf(head)) ?? one;
}

/** Known words of a script that writes words without gaps, longest first; what lies between stays as it is. */
function unparted(token: string): string[] {
  const found: string[] = [];
  let other = '';
  for (let at = 0; at < token.length; ) {
    let length = Math.min(6, token.length - at);
    while (length > 0 && !MEANS.has(token.slice(at, at + length))) length--;
    if (length === 0) {
      other += token[at++];
      continue;
    }
    if (other !== '') found.push(other);
    other = '';
    found.push(token.slice(at, at + length));
    at += length;
  }
  if (other !== '') found.push(other);
  return found;
}

/** How like two words are, and whether by what they mean or by their letters alone. */
export interface WordMatch {
  /** 0 to 1. */
  readonly likeness: number;
  readonly by: 'meaning' | 'letters';
}

const UNLIKE: WordMatch = { likeness: 0, by: 'letters' };

/** By each word the groups of related words that it is in. */
const GROUPS = new Map<string, ReadonlySet<number>>();
for (const [i, group] of RELATED_WORDS.entries())
  for (const word of group) GROUPS.set(word, new Set([...(GROUPS.get(word) ?? []), i]));

function areRelated(a: string, b: string): boolean {
  const [one, other] = [GROUPS.get(a), GROUPS.get(b)];
  if (!one || !other) return false;
  for (const group of one) if (other.has(group)) return true;
  return false;
}

/** Pairs of words that were compared: names of a drawing and of an office are made of few words, held against each other over and over. */
const compared = new Map<string, WordMatch>();
const MOST_COMPARED = 200_000;

/** Likeness of two words: same, kin, short for the other, or sharing most of their letter pairs. */
export function wordMatch(a: string, b: string): WordMatch {
  const key = `${a}\n${b}`;
  const known = compared.get(key);
  if (known) return known;
  const match = compare(a, b);
  if (compared.size >= MOST_COMPARED) compared.clear();
  compared.set(key, match);
  return match;
}

function compare(a: string, b: string): WordMatch {
  if (a === b) return { likeness: 1, by: 'meaning' };
  if (areRelated(a, b)) return { likeness: 0.75, by: 'meaning' };
  // Two words of drawing that are not kin mean two things, however they are written: sewer and power, water and wall.
  if (isKnown(a) && isKnown(b)) return UNLIKE;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length < 3) return UNLIKE;
  if (long.startsWith(short)) {
    const likeness = 0.6 + (0.35 * short.length) / long.length;
    // A word of its own is not short for a longer one: text is not texture. Three letters begin too many words.
    if (short.length >= 4 && !isKnown(short)) return { likeness, by: 'meaning' };
    return { likeness: short.length >= 4 ? likeness * 0.6 : likeness * 0.8, by: 'letters' };
  }
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
  return dice >= 0.5 ? { likeness: dice * 0.9, by: 'letters' } : UNLIKE;
}

/** Likeness of two words, 0 to 1. */
export const wordLikeness = (a: string, b: string): number => wordMatch(a, b).likeness;
