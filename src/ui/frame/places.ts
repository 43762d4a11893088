interface Place {
  readonly href: string;
  readonly name: string;
  /** Pages that belong to it and have an address of their own. */
  readonly also?: readonly string[];
}

/** The six places, in the order of a working day. */
export const PLACES: readonly Place[] = [
  { href: '/', name: 'Desk', also: ['/waivers'] },
  { href: '/intake', name: 'Intake' },
  { href: '/drawings', name: 'Drawings', also: ['/causes', '/recheck'] },
  { href: '/standard', name: 'Standard', also: ['/rules'] },
  { href: '/senders', name: 'Senders' },
  { href: '/reports', name: 'Reports' },
];

/** Whether a page belongs to a place. */
export const isIn = (path: string, { href, also = [] }: Place): boolean =>
  (href === '/' ? path === '/' : path.startsWith(href)) || also.some((page) => path.startsWith(page));
