import { foldName } from '../dxf/interner';
import { type Difference, differences } from './differences';
import type { Standard } from './standard';

/** An edition as its history tells it, the oldest first. */
export interface EditionOfHistory {
  readonly label: string;
  readonly issuedAt: string | null;
  readonly issuedBy: string | null;
  readonly note: string;
  readonly standard: Standard;
}

/** What one edition changed in a definition. */
export interface HistoryStep extends Omit<EditionOfHistory, 'standard'> {
  readonly changes: readonly Difference[];
}

/** A standard of nothing but the definitions of a name: enough to compare them. */
function only(standard: Standard, name: string): Standard {
  const is = (one: { name: string }): boolean => foldName(one.name) === name;
  return {
    ...standard,
    layers: standard.layers.filter(is),
    linetypes: standard.linetypes.filter(is),
    lineMarks: standard.lineMarks.filter(is),
    lettering: { ...standard.lettering, styles: standard.lettering.styles.filter(is) },
    fills: standard.fills.filter(is),
    parallels: standard.parallels.filter(is),
    symbols: standard.symbols.filter(is),
    meanings: standard.meanings.filter(is),
    // Dimension styles need those they build on.
  };
}

/** The editions that changed a definition, the newest first; with the first, the one that brought it. */
export function definitionHistory(
  editions: readonly EditionOfHistory[],
  kind: string,
  name: string,
): HistoryStep[] {
  const wanted = foldName(name);
  const steps: HistoryStep[] = [];
  let before: Standard | null = null;
  for (const { standard, ...edition } of editions) {
    const now = only(standard, wanted);
    const was: Standard = before ?? {
      ...now,
      layers: [],
      linetypes: [],
      lineMarks: [],
      fills: [],
      parallels: [],
      symbols: [],
      meanings: [],
      dimensions: [],
      lettering: { ...now.lettering, styles: [] },
    };
    const changes = differences(was, now).filter((one) => one.kind === kind && foldName(one.name) === wanted);
    if (changes.length > 0) steps.push({ ...edition, changes });
    before = now;
  }
  return steps.reverse();
}
