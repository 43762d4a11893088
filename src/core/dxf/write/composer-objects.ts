import type { NewTag } from '../edit/edits';
import { type NewParallelSet, parallelSetBody } from '../edit/parallel-set-tags';
import { ownRecord } from '../edit/record-bodies';
import { foldName } from '../interner';
import { decimal } from '../real';
import { point2 } from './space-tags';

/** Every drawing with parallel lines has one set of this name. */
const STANDARD_SET: NewParallelSet = {
  name: 'STANDARD',
  description: '',
  lines: [
    { offset: 0.5, colour: 256, linetype: 'BYLAYER' },
    { offset: -0.5, colour: 256, linetype: 'BYLAYER' },
  ],
  startCap: 'open',
  endCap: 'open',
  fillColour: null,
};

/** The sets of a drawing: the one that every drawing has comes first, unless one of its name is given. */
export const withStandardSet = (sets: readonly NewParallelSet[]): readonly NewParallelSet[] =>
  sets.some(({ name }) => foldName(name) === foldName(STANDARD_SET.name)) ? sets : [STANDARD_SET, ...sets];

interface Objects {
  /** Handles of the dictionaries, and of the plain plot style. */
  readonly dictionaries: {
    readonly root: string;
    readonly groups: string;
    readonly layouts: string;
    readonly plotStyles: string;
    readonly plotStyle: string;
    readonly parallelSets: string;
  };
  readonly sets: readonly { readonly set: NewParallelSet; readonly handle: string }[];
  /** Data of our own, under a name in the drawing's dictionary. */
  readonly kept: { readonly name: string; readonly data: unknown; readonly handle: string } | null;
  /** The model, then the sheets. */
  readonly layouts: readonly {
    readonly name: string;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly handle: string;
    readonly blockHandle: string;
  }[];
}

/** What stands behind the drawn objects: dictionaries, sets of parallel lines, layouts. Not in the oldest version. */
export function objectTags({ dictionaries, sets, kept, layouts }: Objects): NewTag[] {
  const { root, groups, layouts: layoutList, plotStyles, plotStyle, parallelSets } = dictionaries;
  const tags: NewTag[] = [];
  const dictionary = (
    handle: string,
    owner: string,
    entries: readonly (readonly [string, string])[],
  ): void => {
    tags.push(
      { code: 0, value: 'DICTIONARY' },
      { code: 5, value: handle },
      { code: 330, value: owner },
      { code: 100, value: 'AcDbDictionary' },
      { code: 281, value: 1 },
    );
    for (const [name, entry] of entries) tags.push({ code: 3, value: name }, { code: 350, value: entry });
  };
  dictionary(root, '0', [
    ['ACAD_GROUP', groups],
    ['ACAD_LAYOUT', layoutList],
    ['ACAD_MLINESTYLE', parallelSets],
    ['ACAD_PLOTSTYLENAME', plotStyles],
    ...(kept ? [[kept.name, kept.handle] as const] : []),
  ]);
  dictionary(groups, root, []);
  dictionary(
    parallelSets,
    root,
    sets.map(({ set, handle }) => [set.name, handle] as const),
  );
  for (const { set, handle } of sets)
    tags.push(
      { code: 0, value: 'MLINESTYLE' },
      { code: 5, value: handle },
      { code: 330, value: parallelSets },
      ...parallelSetBody(set),
    );
  if (kept)
    tags.push(
      { code: 0, value: 'XRECORD' },
      { code: 5, value: kept.handle },
      { code: 330, value: root },
      { code: 100, value: 'AcDbXrecord' },
      { code: 280, value: 1 },
      ...ownRecord(kept.data),
    );
  dictionary(
    layoutList,
    root,
    layouts.map((sheet) => [sheet.name, sheet.handle] as const),
  );
  tags.push(
    { code: 0, value: 'ACDBDICTIONARYWDFLT' },
    { code: 5, value: plotStyles },
    { code: 330, value: root },
    { code: 100, value: 'AcDbDictionary' },
    { code: 281, value: 1 },
    { code: 3, value: 'Normal' },
    { code: 350, value: plotStyle },
    { code: 100, value: 'AcDbDictionaryWithDefault' },
    { code: 340, value: plotStyle },
    { code: 0, value: 'ACDBPLACEHOLDER' },
    { code: 5, value: plotStyle },
    { code: 330, value: plotStyles },
  );
  for (const [i, sheet] of layouts.entries())
    tags.push(
      { code: 0, value: 'LAYOUT' },
      { code: 5, value: sheet.handle },
      { code: 330, value: layoutList },
      { code: 100, value: 'AcDbPlotSettings' },
      { code: 1, value: '' },
      { code: 2, value: '' },
      { code: 4, value: '' },
      { code: 6, value: '' },
      { code: 40, value: '0.0' },
      { code: 41, value: '0.0' },
      { code: 42, value: '0.0' },
      { code: 43, value: '0.0' },
      { code: 44, value: decimal(sheet.widthMm) },
      { code: 45, value: decimal(sheet.heightMm) },
      { code: 142, value: '1.0' },
      { code: 143, value: '1.0' },
      { code: 70, value: i === 0 ? 1024 : 0 },
      { code: 72, value: 1 },
      { code: 73, value: 0 },
      { code: 74, value: 5 },
      { code: 100, value: 'AcDbLayout' },
      { code: 1, value: sheet.name },
      { code: 70, value: 1 },
      { code: 71, value: i },
      ...point2(10, [0, 0]),
      ...point2(11, [sheet.widthMm, sheet.heightMm]),
      { code: 330, value: sheet.blockHandle },
    );
  return tags;
}
