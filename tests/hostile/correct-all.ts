import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Change } from '../../src/core/audit/rule';
import type { Choices } from '../../src/core/correct/choices';
import { correctDrawing } from '../../src/core/correct/correct';
import { blankStandard, layerOf } from '../../src/core/standard/standard';
import { pythonIn } from '../outside/python';
import { sequence } from './mutate';

interface Made {
  readonly number: number;
  readonly version: string;
  readonly file: string;
}

interface ChangedRecord {
  /** Section, kind, and handle or name. */
  readonly record: string;
  readonly gone: boolean;
  readonly new: boolean;
  readonly lost: readonly (readonly [number, string])[];
  readonly gained: readonly (readonly [number, string])[];
}

interface Difference {
  readonly changed: readonly ChangedRecord[];
  readonly errors: readonly string[];
  readonly dangling: number;
}

const HERE = join(process.cwd(), 'tests', 'hostile');
const OFFICE = ['A-WALL', 'A-DOOR', 'A-NEW'];
const STRAY = ['BAD', 'Odd', 'LEFT OVER', 'Unused', 'X|Y', '0-TMP'];
const STANDARD = {
  ...blankStandard('Office'),
  layers: OFFICE.map((name, i) => layerOf({ name, colour: { number: i + 1 }, required: true })),
};

/** Decisions as a person may make them: each stray layer becomes one of the office's, goes, or is left. */
function choicesFor(number: number): Choices {
  const next = sequence(number);
  const layers: Record<string, Choices['layers'][string]> = {};
  for (const name of STRAY) {
    const roll = next();
    if (roll < 0.5) layers[name] = { action: 'map', to: OFFICE[Math.floor(next() * OFFICE.length)] };
    else if (roll < 0.85) layers[name] = { action: 'remove' };
  }
  return { layers, objects: [] };
}

/** What a difference needs no line in the list of changes for: counts and the next free handle, which are bookkeeping. */
function isBookkeeping({ record, lost, gained }: ChangedRecord): boolean {
  if (record === 'HEADER $HANDSEED') return true;
  return /^TABLES TABLE /.test(record) && [...lost, ...gained].every(([code]) => code === 70);
}

function isListed({ record, new: made, gained }: ChangedRecord, changes: readonly Change[]): boolean {
  const [section, kind, handle] = [
    record.split(' ')[0],
    record.split(' ')[1],
    record.split(' ').slice(2).join(' '),
  ];
  if (section === 'HEADER') return changes.some(({ where }) => where === `header ${kind}`);
  const name = gained.find(([code]) => code === 2)?.[1] ?? '';
  if (made) return changes.some(({ before, after }) => before === 'none' && after === name);
  // Vertices and end marks are parts of the object before them, and are listed as it.
  if (kind === 'VERTEX' || kind === 'SEQEND') return true;
  return changes.some((change) => change.handle !== '' && change.handle === handle.split(' #')[0]);
}

/** Corrects generated drawings and says what an outside reader finds wrong with the results. */
export function correctAll(
  count: number,
  from = 0,
): { corrected: number; changed: number; faults: string[] } {
  const folder = mkdtempSync(join(tmpdir(), 'correcting-'));
  try {
    const made = pythonIn<Made[]>(HERE, 'make_correcting.py', folder, String(count), String(from));
    const faults: string[] = [];
    const pairs: { made: Made; changes: readonly Change[]; after: string }[] = [];
    for (const one of made) {
      const result = correctDrawing(new Uint8Array(readFileSync(one.file)), STANDARD, {
        choices: choicesFor(one.number),
      });
      if (!result.ok) {
        faults.push(`${one.number}: ${result.problem.message}`);
        continue;
      }
      const after = `${one.file}.after.dxf`;
      writeFileSync(after, result.value.bytes);
      pairs.push({ made: one, changes: result.value.changes, after });
      for (const { what, why } of result.value.unsettled)
        if (!/Nothing in this drawing asks/.test(why) && !/holds viewports/.test(why))
          faults.push(`${one.number}: unsettled: ${what} ${why}`);
    }
    const differences: Difference[] = [];
    for (let i = 0; i < pairs.length; i += 40)
      differences.push(
        ...pythonIn<Difference[]>(
          HERE,
          'differences.py',
          ...pairs.slice(i, i + 40).flatMap(({ made: { file }, after }) => [file, after]),
        ),
      );
    let changed = 0;
    for (const [i, { made: one, changes }] of pairs.entries()) {
      const about = `${one.number} ${one.version}`;
      const { errors, dangling, changed: records } = differences[i];
      for (const error of errors) faults.push(`${about}: new error ${error}`);
      if (dangling > 0) faults.push(`${about}: ${dangling} pointers lead nowhere`);
      for (const record of records) {
        changed++;
        if (!isBookkeeping(record) && !isListed(record, changes))
          faults.push(
            `${about}: not listed: ${record.record} ${record.gone ? 'gone' : JSON.stringify([record.lost, record.gained]).slice(0, 160)}`,
          );
      }
    }
    return { corrected: pairs.length, changed, faults };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
