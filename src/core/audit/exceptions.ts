import { layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { identityOf } from '../facts/identity';
import { nameMatcher } from '../standard/name-patterns';
import type { RuleSetting } from '../standard/rule-settings';
import type { AuditContext } from './context';
import type { Subject } from './finding';

/** What an office leaves alone in one rule, compiled once for an audit. */
export interface Exceptions {
  /** Rows that the rule does not see; null where it sees all. */
  readonly row: ((row: number) => boolean) | null;
  /** Findings on records that the rule does not report. */
  subject(subject: Subject): boolean;
}

/** Layers, symbols, names, disciplines and single objects that a rule leaves alone. */
export function exceptionsOf(context: AuditContext, setting: RuleSetting): Exceptions {
  const { drawing } = context;
  const layers = nameMatcher(setting.exceptLayers);
  const symbols = nameMatcher(setting.exceptSymbols);
  const names = nameMatcher(setting.exceptNames);
  const objects = new Set(setting.exceptObjects);
  const disciplines = new Set(setting.onlyDisciplines.map(foldName));

  const knownLayers = new Map<string, boolean>();
  const layerIsExcepted = (name: string): boolean => {
    let known = knownLayers.get(name);
    if (known === undefined) {
      const discipline = context.standardLayers.get(foldName(name))?.discipline ?? '';
      known = layers(name) || (disciplines.size > 0 && !disciplines.has(foldName(discipline)));
      knownLayers.set(name, known);
    }
    return known;
  };

  const byLayer = setting.exceptLayers.length > 0 || disciplines.size > 0;
  const bySymbol = setting.exceptSymbols.length > 0;
  const symbolOfContainer = bySymbol
    ? drawing.containers.map(({ kind, name }) => kind === 'symbol' && symbols(name))
    : [];
  const row =
    byLayer || bySymbol || objects.size > 0
      ? (row: number): boolean =>
          (byLayer && layerIsExcepted(layerNameOf(drawing, row))) ||
          (bySymbol && symbolOfContainer[drawing.objects.container[row]]) ||
          (objects.size > 0 && objects.has(identityOf(drawing, row)))
      : null;

  return {
    row,
    subject: ({ layer, symbol, value }) =>
      (layer !== undefined && layerIsExcepted(layer)) ||
      (symbol !== undefined && symbols(symbol)) ||
      (value !== undefined && names(value)) ||
      (layer !== undefined && names(layer)),
  };
}
