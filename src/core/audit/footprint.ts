import type { OwnProperty } from '../standard/definitions';
import type { Operation } from './operation';

/** What an operation looks at and what it changes, so that two that meet can be kept apart. */
export interface Footprint {
  /** Records by kind and folded name, "layer a-wall". */
  readonly reads: readonly string[];
  readonly writes: readonly string[];
  /** Objects, by row, and the one thing about them that is changed. */
  readonly objects: {
    readonly what: 'all' | 'layer' | 'pattern factor' | 'text' | 'place' | OwnProperty;
    readonly rows: readonly number[];
  } | null;
}

const layerNamed = (name: string): string => `layer ${name.toLowerCase()}`;

/** What an operation reads and writes. */
export function footprintOf(operation: Operation): Footprint {
  switch (operation.type) {
    case 'become layer':
      return {
        reads: [],
        // Several layers can become one at once: the planner gathers them. Each is written by one alone.
        writes: [layerNamed(operation.from)],
        objects: { what: 'layer', rows: operation.rows },
      };
    case 'remove layer':
      return {
        reads: [],
        writes: [layerNamed(operation.layer)],
        objects: { what: 'all', rows: operation.rows },
      };
    case 'add layer':
      return { reads: [], writes: [layerNamed(operation.layer)], objects: null };
    case 'set layer':
      return {
        reads: [layerNamed(operation.layer)],
        writes: [`${layerNamed(operation.layer)}, ${operation.property}`],
        objects: null,
      };
    case 'colour layer':
      return {
        reads: [layerNamed(operation.layer)],
        writes: [`${layerNamed(operation.layer)}, colour`],
        objects: null,
      };
    case 'show layers':
      return {
        reads: [],
        writes: operation.layers.map((layer) => `${layerNamed(layer)}, shown`),
        objects: null,
      };
    case 'join records':
      return { reads: [], writes: [`${operation.kind} ${operation.name.toLowerCase()}`], objects: null };
    case 'new handles':
      return { reads: [], writes: ['handles'], objects: null };
    case 'dissolve groups':
      return { reads: [], writes: operation.groups.map((group) => `group ${group}`), objects: null };
    case 'remove records':
      return {
        reads: [],
        writes: operation.names.map((name) => `${operation.kind} ${name.toLowerCase()}`),
        objects: null,
      };
    case 'mend structure':
      return { reads: [], writes: [`structure ${operation.oddity}`], objects: null };
    case 'move objects':
      return {
        reads: [layerNamed(operation.to)],
        writes: [],
        objects: { what: 'layer', rows: operation.rows },
      };
    case 'set pattern factors':
      return {
        reads: ['pattern factor'],
        writes: [],
        objects: { what: 'pattern factor', rows: operation.rows },
      };
    case 'set drawing pattern factor':
      return { reads: [], writes: ['pattern factor'], objects: null };
    case 'set dimension texts':
      return { reads: [], writes: [], objects: { what: 'text', rows: operation.rows } };
    // A record that goes elsewhere goes as it is written: nothing else of it can change in the same pass.
    case 'send behind':
    case 'remove objects':
    case 'leave paper scales':
    case 'rebuild dimensions':
    case 'rebuild leaders':
      return { reads: [], writes: [], objects: { what: 'all', rows: operation.rows } };
    case 'move labels':
      return {
        reads: [],
        writes: [],
        objects: { what: 'text', rows: [...operation.leaders, ...operation.rows] },
      };
    case 'move vertices':
    case 'flatten':
    case 'set arcs':
    case 'cut fills':
    case 'tie fills':
      return { reads: [], writes: [], objects: { what: 'place', rows: operation.rows } };
    case 'set leader points':
    case 'move leader tips':
    case 'resize texts':
    case 'turn texts':
    case 'move texts':
    case 'set text factors':
    case 'clear text formatting':
      return { reads: [], writes: [], objects: { what: 'text', rows: operation.rows } };
    case 'become text style':
      return {
        reads: [],
        writes: [operation.from, operation.to].map((name) => `text style ${name.toLowerCase()}`),
        objects: null,
      };
    case 'set text style':
      return { reads: [], writes: [`text style ${operation.name.toLowerCase()}`], objects: null };
    case 'set dimension style':
      return {
        reads: [],
        writes: [`dimension style ${operation.name.toLowerCase()}`],
        objects: { what: 'text', rows: operation.rows },
      };
    case 'become dimension style':
      return {
        reads: [],
        writes: [operation.from, operation.to].map((name) => `dimension style ${name.toLowerCase()}`),
        objects: { what: 'text', rows: operation.rows },
      };
    case 'clear dimension settings':
    case 'redraw dimensions':
    case 'move in dimensions':
    case 'break dimensions':
    case 'set fills':
    case 'spread fills':
    case 'add centre marks':
    case 'jog dimensions':
    case 'use dimension style':
      return { reads: [], writes: [], objects: { what: 'text', rows: operation.rows } };
    case 'follow parallel set':
      return { reads: [], writes: [], objects: { what: 'place', rows: operation.rows } };
    case 'set parallel set':
      return {
        reads: [],
        writes: [`parallel-line set ${operation.name.toLowerCase()}`],
        objects: { what: 'place', rows: operation.rows },
      };
    case 'gather parallels':
      return {
        reads: [],
        writes: operation.runs.map(({ set }) => `parallel-line set ${set.toLowerCase()}`),
        objects: { what: 'all', rows: operation.rows },
      };
    case 'become parallel set':
      return {
        reads: [],
        writes: [operation.from, operation.to].map((name) => `parallel-line set ${name.toLowerCase()}`),
        objects: { what: 'place', rows: operation.rows },
      };
    case 'take from layer':
      return { reads: [], writes: [], objects: { what: operation.property, rows: operation.rows } };
    case 'become linetype':
      return {
        reads: [],
        writes: [operation.from, operation.to].map((name) => `linetype ${name.toLowerCase()}`),
        objects: null,
      };
    case 'become symbol':
      return {
        reads: [],
        writes: [operation.from, operation.to].map((name) => `symbol ${name.toLowerCase()}`),
        objects: { what: 'place', rows: operation.rows },
      };
    case 'redefine linetype':
      return { reads: [], writes: [`linetype ${operation.name.toLowerCase()}`], objects: null };
  }
}
