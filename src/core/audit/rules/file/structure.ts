import type { Oddity } from '../../../dxf/document';
import type { Option } from '../../finding';
import type { Rule } from '../../rule';
import { words } from '../../value';

const records = (count: number): string => (count === 1 ? '1 record' : `${count} records`);
const from = ({ about, count, line }: Oddity): string =>
  `${count === 1 ? 'a' : 'the first a'} ${about === '' ? 'without a kind' : about}${line === undefined ? '' : `, at line ${line.toLocaleString('en-GB')}`}`;

const removing = ({ count }: Oddity): Option => ({
  id: 'remove',
  label: `Remove ${records(count)} …`,
  needs: null,
  effect: 'drawing',
  confirm: `Yes, remove ${records(count)}`,
});

/** What is said of each oddity, and what can be done about it. */
const KINDS: Readonly<
  Record<
    Oddity['kind'],
    {
      readonly message: (oddity: Oddity) => string;
      readonly expected: string;
      readonly found: (oddity: Oddity) => string;
      /** Absent where nothing can be lost by mending it. */
      readonly option?: (oddity: Oddity) => Option;
      readonly remedy?: string;
    }
  >
> = {
  'no end mark': {
    message: () =>
      'The file ends without its end mark: what came behind its last section, if anything did, is not here.',
    expected: 'an end mark',
    found: () => 'none',
    option: () => ({
      id: 'end',
      label: 'Nothing is missing: write the end mark',
      needs: null,
      effect: 'drawing',
    }),
  },
  'open section': {
    message: ({ about }) => `The section ${about || 'without a name'} is not closed.`,
    expected: 'an end mark for each section',
    found: () => 'none',
    remedy: 'Closes the section where the next one begins.',
  },
  'records outside': {
    message: (oddity) =>
      `${records(oddity.count)} outside of every section, ${from(oddity)}: not read as drawing.`,
    expected: 'every record in a section',
    found: ({ count }) => `${records(count)} outside`,
    option: removing,
  },
  'records behind the end': {
    message: (oddity) =>
      `${records(oddity.count)} behind the end mark, ${from(oddity)}: not read as drawing.`,
    expected: 'nothing behind the end mark',
    found: ({ count }) => records(count),
    option: removing,
  },
};

const subjectOf = ({ kind, about }: Oddity) => ({ kind, ...(about === '' ? {} : { value: about }) });

export const fileStructure: Rule = {
  meta: {
    id: 'file/structure',
    title: 'File not put together as the format asks',
    stage: 'file',
    weight: 'must',
    correction: 'choice',
    what: 'Every section is closed, the file has its end mark, and nothing lies outside of its sections.',
    why: 'Programs take such a file differently, or not at all: what one of them shows, another leaves out.',
    source: 'The exchange format as published: sections and their marks',
  },

  *check({ drawing }) {
    for (const oddity of drawing.document.oddities) {
      const { message, expected, found, option, remedy } = KINDS[oddity.kind];
      yield {
        message: message(oddity),
        expected: words(expected),
        found: words(found(oddity)),
        subject: subjectOf(oddity),
        correction: option ? 'choice' : 'automatic',
        ...(option ? { options: [option(oddity)] } : {}),
        ...(remedy ? { remedy } : {}),
      };
    }
  },

  settle({ drawing }, { subject }) {
    const at = drawing.document.oddities.findIndex(
      (oddity) => oddity.kind === subject.kind && oddity.about === (subject.value ?? ''),
    );
    return at < 0
      ? { refused: 'The file is no longer so.' }
      : { operations: [{ type: 'mend structure', oddity: at }] };
  },
};
