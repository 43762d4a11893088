import type { PaintOptions } from '@/core/picture/pass';

/** The shipped faces under names of our own, so that none is mixed up with one of the machine's. */
export const FAMILIES: PaintOptions['families'] = {
  sans: 'ZincSans',
  'sans-bold': 'ZincSans',
  serif: 'ZincSerif',
  mono: 'ZincMono',
};

/**
 * What letters are set in until the faces are there: a canvas that has set letters in a family that was still on its way goes on
 * without it.
 */
export const FAMILIES_MEANWHILE: PaintOptions['families'] = {
  sans: 'sans-serif',
  'sans-bold': 'sans-serif',
  serif: 'serif',
  mono: 'monospace',
};

/** A file of the faces for other scripts, with the ranges of letters that it is loaded for: "U+4E00,U+4E03-4E05". */
export interface ScriptFile {
  readonly file: string;
  readonly ranges: string;
}

const LATIN =
  'U+0000-00FF, U+0131, U+0152-0153, U+02BB-02BC, U+02C6, U+02DA, U+02DC, U+2000-206F, U+20AC, U+2122, U+2191, U+2193, U+2212, U+2215';
const LATIN_EXT =
  'U+0100-0130, U+0132-0151, U+0154-02BA, U+02BD-02C5, U+02C7-02D9, U+1E00-1E9F, U+1EF2-1EFF, U+2020, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF';

/** Font files with the letters they hold. */
export const FONT_FILES: readonly { family: string; weight: string; url: string; range: string }[] = [
  ...(['400', '600'] as const).flatMap((weight) => [
    { family: 'ZincSans', weight, url: `/fonts/barlow-latin-${weight}-normal.woff2`, range: LATIN },
    { family: 'ZincSans', weight, url: `/fonts/barlow-latin-ext-${weight}-normal.woff2`, range: LATIN_EXT },
  ]),
  { family: 'ZincSerif', weight: '400', url: '/fonts/source-serif-4-latin-400-normal.woff2', range: LATIN },
  {
    family: 'ZincSerif',
    weight: '400',
    url: '/fonts/source-serif-4-latin-ext-400-normal.woff2',
    range: LATIN_EXT,
  },
  {
    family: 'ZincSerif',
    weight: '400',
    url: '/fonts/source-serif-4-greek-400-normal.woff2',
    range: 'U+0370-03FF',
  },
  {
    family: 'ZincSerif',
    weight: '400',
    url: '/fonts/source-serif-4-cyrillic-400-normal.woff2',
    range: 'U+0400-045F, U+0490-0491, U+04B0-04B1, U+2116',
  },
  { family: 'ZincMono', weight: '400', url: '/fonts/spline-sans-mono-latin-400-normal.woff2', range: LATIN },
  {
    family: 'ZincMono',
    weight: '400',
    url: '/fonts/spline-sans-mono-latin-ext-400-normal.woff2',
    range: LATIN_EXT,
  },
];
