/** The six places, in the order of a working day. */
export const PLACES = [
  { href: '/', name: 'Desk' },
  { href: '/intake', name: 'Intake' },
  { href: '/drawings', name: 'Drawings' },
  { href: '/standard', name: 'Standard' },
  { href: '/senders', name: 'Senders' },
  { href: '/reports', name: 'Reports' },
] as const;
