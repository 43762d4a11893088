import { useCallback, useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import type { Picking } from '../sheet/PickLines';
import { objectOption } from './types';

/** The object that is picked for a finding, none until somebody picks one; null where it asks for none. */
export function usePicking(finding: ListedFinding | null): Picking | null {
  const [picked, setPicked] = useState<{ readonly key: string; readonly object: string } | null>(null);
  const key = finding?.key ?? '';
  const onValue = useCallback((object: string): void => setPicked({ key, object }), [key]);
  const picks = finding && finding.correction !== 'manual' ? objectOption(finding)?.picks : undefined;
  return picks ? { picks, value: picked?.key === key ? picked.object : null, onValue } : null;
}
