import type { Audit, Finding } from './finding';
import { formatValue } from './value';

/** A finding as the command line prints it: its values in words beside the data that they are made from. */
export function publishFinding(finding: Finding) {
  const { expected, found, weight, places, ...rest } = finding;
  return {
    ...rest,
    // The name that other systems know it by.
    gravity: weight,
    expected: formatValue(expected),
    found: formatValue(found),
    ...(places.length > 0 ? { at: { space: places[0].space, x: places[0].x, y: places[0].y } } : {}),
    places,
    values: { expected, found },
  };
}

/** An audit as the command line prints it. Times are left out: the same drawing gives the same text. */
export function publishAudit({ findings, times: _, ...rest }: Audit) {
  return { ...rest, findings: findings.map(publishFinding) };
}
