/** What an edition can be had as, beside its own file. */
export const PRODUCTS = [
  'template-2010',
  'template-R12',
  'specimen-pdf',
  'specimen-svg',
  'specimen-dxf',
  'tables-xlsx',
  'tables-csv',
] as const;
export type ProductName = (typeof PRODUCTS)[number];
