import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { holdTheSame, placedSymbols } from '../../../facts/placed-symbols';
import { findSymbol } from '../../../standard/standard';
import { ADOPT, removal } from '../../finding';
import { proposeSymbols } from '../../likeness/propose-symbol';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { remembersName } from '../mapped-names';
import { placements } from './shared';

const messages = {
  unknown: (name: string, count: number) => `Symbol “${name}” is not in the standard (${placements(count)}).`,
};

export const symbolsUnknown: Rule = {
  meta: {
    id: 'symbols/unknown',
    title: 'Symbol not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Every symbol that is placed is in the library of the standard, by its name. How it is drawn is not compared.',
    why: 'A symbol that nobody defined is out of reach when the library changes, and in no list of what is placed.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check({ drawing, standard, excepts }) {
    if (standard.symbols.length === 0) return;
    for (const { symbol, rows: all } of placedSymbols(drawing).values()) {
      if (findSymbol(standard, symbol.name)) continue;
      const rows = all.filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      yield {
        message: messages.unknown(symbol.name, rows.length),
        expected: words('a symbol of the standard'),
        found: named(symbol.name),
        rows,
        subject: { kind: 'symbol', value: symbol.name },
        options: [
          { id: 'become', label: 'Make it {to}', needs: 'office symbol', effect: 'drawing' },
          ADOPT,
          removal(placements(rows.length)),
        ],
      };
    }
  },

  settle(context, finding, decision) {
    const { drawing, standard } = context;
    const rows = context.rowsOf(finding);
    if (decision?.option === 'remove') return { operations: [{ type: 'remove objects', rows }] };
    const from = drawing.symbols.get(foldName(finding.subject.value ?? ''));
    const to = findSymbol(standard, decision?.to ?? '');
    if (!from) return { refused: 'The drawing no longer has this symbol.' };
    if (!to) return { refused: `The standard has no symbol “${decision?.to ?? ''}”.` };
    const present = drawing.symbols.get(foldName(to.name));
    if (present && !holdTheSame(drawing, from, present))
      return {
        refused: `The drawing has a symbol “${present.name}” that is drawn otherwise: which of the two stays has to be seen.`,
      };
    const { rows: all } = placedSymbols(drawing).get(foldName(from.name)) ?? { rows };
    return { operations: [{ type: 'become symbol', from: from.name, to: to.name, rows: all }] };
  },

  propose(context, finding) {
    const { drawing, standard } = context;
    const on = new Set(context.rowsOf(finding).map((row) => layerNameOf(drawing, row)));
    return proposeSymbols(standard, {
      name: finding.subject.value ?? '',
      ...(on.size === 1 ? { layer: [...on][0] } : {}),
    });
  },

  remembers: remembersName('symbol'),
};
