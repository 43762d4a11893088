/** Units that a drawing can name in its header: their number in the exchange format, and mm of each. */
export const DRAWING_UNITS = {
  inch: { number: 1, mm: 25.4 },
  foot: { number: 2, mm: 304.8 },
  mile: { number: 3, mm: 1609344 },
  mm: { number: 4, mm: 1 },
  cm: { number: 5, mm: 10 },
  m: { number: 6, mm: 1000 },
  km: { number: 7, mm: 1e6 },
  yard: { number: 10, mm: 914.4 },
  dm: { number: 14, mm: 100 },
  'US survey foot': { number: 21, mm: 1200000 / 3937 },
} as const;
