import { formatColour } from '../dxf/colour';
import type { StandardLayer, StandardLinetype } from './definitions';
import { formatLines, type StandardFill } from './fills';
import { formatKinds } from './kind-families';
import type { StandardTextStyle } from './lettering';
import type { LineMark, PlacedSymbol } from './line-marks';
import { formatElements } from './line-words';
import type { LineMeaning } from './meanings';
import type { NamingField } from './naming';
import { formatParallels, inOrder, type StandardParallelSet } from './parallels';
import type { StandardSymbol } from './symbols';

/** A setting in words; the same words mean the same value. */
export type Settings<T> = readonly (readonly [setting: string, format: (definition: T) => string])[];

export const mm = (value: number | null): string => (value === null ? 'default' : `${value} mm`);
const yes = (value: boolean): string => (value ? 'yes' : 'no');
export const list = (values: readonly (string | number)[]): string =>
  values.length > 0 ? values.join(', ') : 'none';
export const words = (value: string): string => value || 'none';

export const LAYER: Settings<StandardLayer> = [
  ['name', ({ name }) => name],
  ['what belongs on it', ({ purpose }) => words(purpose)],
  ['kinds of object', ({ kinds }) => formatKinds(kinds) || 'any'],
  ['colour', ({ colour }) => formatColour(colour)],
  ['linetype', ({ linetype }) => linetype],
  ['width', ({ widthMm }) => mm(widthMm)],
  ['prints', ({ prints }) => yes(prints)],
  ['in every drawing', ({ required }) => yes(required)],
  ['own values allowed', ({ ownValuesAllowed }) => list(ownValuesAllowed)],
  ['discipline', ({ discipline }) => words(discipline)],
  ['role of its pen', ({ role }) => words(role)],
  ['meaning of its lines', ({ meaning }) => words(meaning)],
  ['notes', ({ notes }) => words(notes)],
  ['clause', ({ clause }) => words(clause)],
];

export const LINETYPE: Settings<StandardLinetype> = [
  ['name', ({ name }) => name],
  ['what it means', ({ description }) => words(description)],
  ['elements', (linetype) => (linetype.elementsMm.length > 0 ? formatElements(linetype) : 'unbroken')],
  ['height of the words', (linetype) => list(linetype.words.map((word) => mm(word.heightMm)))],
  ['style of the words', (linetype) => list(linetype.words.map(({ style }) => style || 'plain'))],
  ['words off the line by', (linetype) => list(linetype.words.map((word) => mm(word.offsetMm)))],
  ['words stay level', (linetype) => list(linetype.words.map((word) => yes(word.upright)))],
  ['symbols', (linetype) => list(linetype.symbols.map(formatSymbol))],
  ['follows', ({ follows }) => follows ?? 'nothing'],
  ['sized', ({ basis }) => (basis === 'paper' ? 'on paper' : 'in the model')],
  ['stops short of its ends by', ({ ends }) => mm(ends.insetMm)],
  ['only whole repeats', ({ ends }) => yes(ends.whole)],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

/** "ring in gap 2, at 1.5 times its size, sitting on the line". */
function formatSymbol({ symbol, element, scale, place, upright }: PlacedSymbol): string {
  const more = [
    scale === 1 ? '' : `at ${scale} times its size`,
    place === 'sitting' ? 'sitting on the line' : '',
    upright ? 'level' : '',
  ].filter((part) => part !== '');
  return [`${symbol} at element ${element + 1}`, ...more].join(', ');
}

export const LINE_SYMBOL: Settings<LineMark> = [
  ['name', ({ name }) => name],
  ['number', ({ number }) => `${number}`],
  ['strokes', ({ strokes }) => strokes.map((stroke) => stroke.join(' ')).join('; ')],
];

export const MEANING: Settings<LineMeaning> = [
  ['name', ({ name }) => name],
  ['linetype', ({ linetype }) => linetype],
  ['role of its pen', ({ role }) => words(role)],
  ['known by', (meaning) => list(meaning.words)],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

export const FILL: Settings<StandardFill> = [
  ['name', ({ name }) => name],
  ['material', ({ material }) => words(material)],
  ['kind', ({ kind }) => kind],
  ['lines', (fill) => (fill.lines.length > 0 ? formatLines(fill.lines) : 'none')],
  ['begin at', ({ lines }) => list(lines.map(({ originMm }) => originMm.join(' ')))],
  ['sized', ({ basis }) => (basis === 'paper' ? 'on paper' : 'in the model')],
  ['angle', ({ angle }) => angle],
  ['origin', ({ origin }) => origin],
  ['clear of text', ({ clearOfText }) => yes(clearOfText)],
  ['behind the lines', ({ behind }) => yes(behind)],
  ['layer', ({ layer }) => layer || 'any'],
  ['colour', ({ colour }) => colourOf(colour)],
  ['second colour', ({ secondColour }) => (secondColour === null ? 'white' : `${secondColour}`)],
  ['angle of the gradient', ({ gradientDeg }) => `${gradientDeg}°`],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

const colourOf = (number: number | null): string => (number === null ? 'of the layer' : `${number}`);

export const SYMBOL: Settings<StandardSymbol> = [
  ['name', ({ name }) => name],
  ['use', ({ use }) => words(use)],
  ['division', ({ division }) => words(division)],
  ['layer', ({ layer }) => layer || 'any'],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

export const PARALLEL_SET: Settings<StandardParallelSet> = [
  ['name', ({ name }) => name],
  ['use', ({ use }) => words(use)],
  ['lines', (set) => formatParallels(inOrder(set))],
  ['start', ({ startCap }) => startCap],
  ['end', ({ endCap }) => endCap],
  ['fill', ({ fillColour }) => (fillColour === null ? 'none' : `colour ${fillColour}`)],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

export const STYLE: Settings<StandardTextStyle> = [
  ['name', ({ name }) => name],
  ['use', ({ use }) => words(use)],
  ['font', ({ font }) => font || 'any'],
  ['shown with', ({ face }) => face],
  ['height', ({ heightMm }) => mm(heightMm)],
  ['heights of its texts', ({ heights }) => heights],
  ['width factor', ({ widthFactor }) => `${widthFactor}`],
  ['slant', ({ slantDeg }) => `${slantDeg}°`],
  ['line spacing', ({ lineSpacing }) => `${lineSpacing} heights`],
  ['justification', ({ justification }) => justification],
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

export const FIELD: Settings<NamingField> = [
  ['name', ({ name }) => name],
  ['separator before it', ({ separator }) => (separator === '' ? 'none' : `“${separator}”`)],
  ['shortest', ({ minLength }) => `${minLength}`],
  ['longest', ({ maxLength }) => `${maxLength}`],
  ['required', ({ required }) => yes(required)],
  ['characters', ({ pattern }) => pattern],
  ['length of the code', ({ codeLength }) => (codeLength === 0 ? 'the whole field' : `${codeLength}`)],
  ['hyphens fill it', ({ filler }) => yes(filler)],
];
