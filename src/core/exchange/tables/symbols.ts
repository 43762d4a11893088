import { type StandardSymbol, symbolOf } from '../../standard/symbols';
import { columnsOf, type TableKind } from './column';

const symbol = columnsOf<StandardSymbol>();

export const SYMBOL_TABLE: TableKind<StandardSymbol> = {
  key: 'symbols',
  title: 'Symbols',
  one: 'symbol',
  listOf: ({ symbols }) => symbols,
  put: (standard, symbols) => ({ ...standard, symbols }),
  blank: (name) => symbolOf({ name }),
  columns: [
    symbol.text('name', 'Name', 'symbol', 'block'),
    symbol.text('use', 'What it stands for', 'use'),
    symbol.text('division', 'Division', 'category'),
    symbol.text('layer', 'Layer'),
    symbol.text('notes', 'Notes'),
    symbol.text('clause', 'Clause'),
  ],
};
