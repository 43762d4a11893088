import type { Finding } from '../finding';
import type { Memory, Rule } from '../rule';

/**
 * What rules on names of the sender remember: which of the office's a name stands for, or that what it names is removed.
 * @param nameOf the name that a finding asks about; its value, where nothing else is said
 */
export const remembersName =
  (
    kind: Memory['kind'],
    nameOf: (subject: Finding['subject']) => string | undefined = ({ value }) => value,
  ): NonNullable<Rule['remembers']> =>
  ({ subject }, decision) => ({
    kind,
    name: nameOf(subject) ?? '',
    ...(decision?.option === 'remove'
      ? { action: 'remove', target: '' }
      : { action: 'map', target: decision?.to ?? '' }),
  });
