import type { Memory, Rule } from '../rule';

/**
 * What rules on names of the sender remember: which of the office's a name stands for, or that what it names is removed. The name is the value
 * of the finding.
 */
export const remembersName =
  (kind: Memory['kind']): NonNullable<Rule['remembers']> =>
  ({ subject }, decision) => ({
    kind,
    name: subject.value ?? '',
    ...(decision?.option === 'remove'
      ? { action: 'remove', target: '' }
      : { action: 'map', target: decision?.to ?? '' }),
  });
