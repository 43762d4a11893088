import { useCallback, useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import type { Setting } from '../sheet/SettingLines';
import { settingOption } from './types';

/** The length that is set for a finding, from where its rule starts until somebody sets another; null where it asks for none. */
export function useLength(finding: ListedFinding | null): Setting | null {
  const [set, setSet] = useState<{ readonly key: string; readonly value: number } | null>(null);
  const key = finding?.key ?? '';
  const onValue = useCallback((value: number): void => setSet({ key, value }), [key]);
  const sets = finding && finding.correction !== 'manual' ? settingOption(finding)?.sets : undefined;
  return sets ? { sets, value: set?.key === key ? set.value : sets.start, onValue } : null;
}
