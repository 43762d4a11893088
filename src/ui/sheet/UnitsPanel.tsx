import { useEffect, useId, useState } from 'react';
import { similarityAbout } from '@/core/geometry/similarity';
import { tidy } from '@/core/scaling/request';
import type { ScaleRequest } from '@/core/scaling/scale-drawing';
import { UNIT_NUMBERS, type UnitName } from '@/core/scaling/set-unit';
import type { UnitsReport } from '@/core/scaling/units-report';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Choice, Field } from '../kit/Field';
import type { Measure } from './messages';
import { Panel } from './Panel';

interface Props {
  readonly drawingId: number;
  readonly sha: string;
  /** Two points that were measured last, where they lie in the model. */
  readonly measure: Measure | null;
  readonly measuring: boolean;
  readonly onMeasuring: (on: boolean) => void;
  /** Marks labels and lines: those that agree, and those that do not. */
  readonly onPairs: (pairs: readonly UnitsReport['pairs'][number][]) => void;
  readonly onChoose: (handle: string) => void;
  readonly busy: boolean;
  readonly onScale: (request: ScaleRequest, note: string) => void;
  readonly onClose: () => void;
}

const UNITS = Object.keys(UNIT_NUMBERS) as UnitName[];
const plain = (value: number, digits = 6): string => String(Number(value.toPrecision(digits)));
const numberIn = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** A length in words, in a unit that leaves few digits. */
function formatTrue(mm: number): string {
  const size = Math.abs(mm);
  if (size >= 1000) return `${plain(mm / 1000, 5)} m`;
  return `${plain(mm, 5)} mm`;
}

const unitOf = (mm: number | null): UnitName | '' =>
  mm === null ? '' : (UNITS.find((name) => Math.abs(UNIT_NUMBERS[name].mm / mm - 1) < 1e-7) ?? '');

/** What the labels of a drawing say of its size, and what brings it to true size, turns and moves it. */
export function UnitsPanel(props: Props) {
  const { drawingId, sha, measure, measuring, onMeasuring, onPairs, onClose } = props;
  const [report, setReport] = useState<UnitsReport | null>(null);
  const [failed, setFailed] = useState('');

  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides what is said
  useEffect(() => {
    let live = true;
    setReport(null);
    setFailed('');
    void call<UnitsReport>(`/api/drawings/${drawingId}/units`).then((answer) => {
      if (!live) return;
      if (answer.ok) {
        setReport(answer.value);
        onPairs(answer.value.pairs);
      } else setFailed(answer.problem.message);
    });
    return () => {
      live = false;
    };
  }, [drawingId, sha]);
  // What was marked is unmarked when the panel goes.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, at the end
  useEffect(() => () => onPairs([]), []);

  return (
    <Panel title="Units and scale" hotkey="U" onClose={onClose}>
      {failed !== '' && <p className="px-3 py-2 text-oxide">{failed}</p>}
      {!report && failed === '' && (
        <p className="px-3 py-2 text-ink-2" role="status">
          Reading the labels …
        </p>
      )}
      {report && (
        <div className="min-h-0 flex-1 overflow-auto">
          <Told report={report} onChoose={props.onChoose} />
          <Scaling
            key={sha}
            report={report}
            measure={measure?.done ? measure : null}
            measuring={measuring}
            onMeasuring={onMeasuring}
            busy={props.busy}
            onScale={props.onScale}
          />
        </div>
      )}
    </Panel>
  );
}

/** The factor that labels speak for, how sure, and the labels themselves. */
function Told({ report, onChoose }: { report: UnitsReport; onChoose: (handle: string) => void }) {
  const { mmPerUnit, drawnAs, sure, pairs, units, headerMm } = report;
  const agreeing = pairs.filter(({ agrees }) => agrees).length;
  const isRight = mmPerUnit !== null && headerMm !== null && Math.abs(headerMm / mmPerUnit - 1) < 1e-3;
  return (
    <section aria-label="What the labels say" className="border-b border-hairline px-3 py-2 text-[13px]">
      <h3 className="text-[12.5px] text-ink-2">What the labels say</h3>
      <p className="font-semibold first-letter:uppercase">
        {mmPerUnit === null ? 'cannot be told' : drawnAs}
        {mmPerUnit !== null && (
          <span className="font-normal text-ink-2"> · {Math.round(sure * 100)} % sure</span>
        )}
      </p>
      {mmPerUnit !== null && (
        <p className={isRight ? 'text-ink-2' : 'text-oxide'}>
          {isRight
            ? `One unit is ${formatTrue(mmPerUnit)}, as the drawing says.`
            : headerMm === null
              ? `One unit is truly ${formatTrue(mmPerUnit)}. The drawing names no unit.`
              : `One unit is truly ${formatTrue(mmPerUnit)}. The drawing says ${units}: ${formatTrue(headerMm)}.`}
        </p>
      )}
      {mmPerUnit === null && (
        <p className="text-ink-2">
          {pairs.length === 0
            ? 'No label that names a length stands beside a line.'
            : 'Too few labels agree with the lines beside them.'}{' '}
          The drawing says {units}.
        </p>
      )}
      {pairs.length > 0 && (
        <>
          <p className="mt-1 text-ink-2">
            {mmPerUnit === null
              ? `${pairs.length} labels beside lines`
              : `${agreeing} of ${pairs.length} labels agree`}
          </p>
          <ul aria-label="Labels and lines" className="mt-1 max-h-44 overflow-auto border-y border-hairline">
            {[...pairs]
              .sort((a, b) => Number(a.agrees) - Number(b.agrees))
              .map((pair) => (
                <li key={`${pair.text} ${pair.line} ${pair.edge ?? ''}`}>
                  <button
                    type="button"
                    onClick={() => onChoose(pair.text)}
                    className="flex w-full items-baseline gap-2 px-1 py-1 text-left text-[12.5px] hover:bg-shade"
                  >
                    <span className={`w-12 shrink-0 ${pair.agrees ? 'text-verdigris' : 'text-oxide'}`}>
                      {pair.agrees ? 'for' : 'against'}
                    </span>
                    <span className="min-w-0 flex-1">
                      <span className="block truncate" title={pair.words}>
                        {pair.words || 'measured value'}
                      </span>
                      <span className="figures block truncate text-[12px] text-ink-2">
                        {formatTrue(pair.mm)}, line of {plain(pair.length, 4)}
                      </span>
                    </span>
                  </button>
                </li>
              ))}
          </ul>
        </>
      )}
    </section>
  );
}

interface ScalingProps {
  readonly report: UnitsReport;
  readonly measure: Measure | null;
  readonly measuring: boolean;
  readonly onMeasuring: (on: boolean) => void;
  readonly busy: boolean;
  readonly onScale: (request: ScaleRequest, note: string) => void;
}

/** True size by labels, by two points or by a number; turning and moving; all of it as one step. */
function Scaling({ report, measure, measuring, onMeasuring, busy, onScale }: ScalingProps) {
  const [basis, setBasis] = useState<'labels' | 'points' | 'factor'>(
    report.mmPerUnit === null ? 'points' : 'labels',
  );
  const [unit, setUnit] = useState<UnitName | ''>(unitOf(report.headerMm));
  const [typed, setTyped] = useState('1');
  const [trueLength, setTrueLength] = useState('');
  const [lengthUnit, setLengthUnit] = useState<UnitName>(unitOf(report.headerMm) || 'm');
  const [turn, setTurn] = useState('0');
  const [from, setFrom] = useState<readonly [string, string]>(['0', '0']);
  const [to, setTo] = useState<readonly [string, string]>(['0', '0']);
  const name = useId();
  const points = measure?.model ?? null;

  const wantedMm = unit === '' ? report.headerMm : UNIT_NUMBERS[unit].mm;
  const trueMm =
    basis === 'labels'
      ? report.mmPerUnit
      : basis === 'points' && points && points.length > 0
        ? (numberIn(trueLength) * UNIT_NUMBERS[lengthUnit].mm) / points.length
        : null;
  const factor =
    basis === 'factor'
      ? numberIn(typed)
      : trueMm !== null && wantedMm !== null
        ? tidy(trueMm / wantedMm)
        : Number.NaN;
  const [x0, y0, x1, y1, degrees] = [...from, ...to, turn].map(numberIn);
  const isPlaced = [x0, y0, x1, y1, degrees].every(Number.isFinite);
  const isSame = factor === 1 && degrees === 0 && x0 === x1 && y0 === y1 && unit === unitOf(report.headerMm);
  const can = factor > 0 && Number.isFinite(factor) && isPlaced && !isSame;

  const apply = (): void => {
    const map = similarityAbout([x0, y0, 0], [x1, y1, 0], factor, (degrees * Math.PI) / 180);
    const note = [
      ...(factor === 1 ? [] : [`Scaled × ${plain(factor, 9)}`]),
      ...(degrees === 0 ? [] : [`Turned by ${plain(degrees)}°`]),
      ...(x0 === x1 && y0 === y1 ? [] : [`Moved by ${plain(x1 - x0)}, ${plain(y1 - y0)}`]),
      ...(unit === '' || unit === unitOf(report.headerMm) ? [] : [`Unit ${unit}`]),
    ].join(', ');
    onScale({ map, ...(unit === '' ? {} : { unit }) }, note);
  };

  return (
    <section aria-label="Scale, turn and move" className="flex flex-col gap-2.5 px-3 py-2 text-[13px]">
      <fieldset className="flex flex-col gap-1">
        <legend className="mb-1 text-[12.5px] text-ink-2">Scale all of the model</legend>
        {(
          [
            ['labels', 'to true size, by its labels', report.mmPerUnit === null],
            ['points', 'by two points and their true length', false],
            ['factor', 'by a factor', false],
          ] as const
        ).map(([value, words, disabled]) => (
          <label key={value} className={`flex items-center gap-2 ${disabled ? 'text-ink-3' : ''}`}>
            <input
              type="radio"
              name={name}
              checked={basis === value}
              disabled={disabled}
              onChange={() => setBasis(value)}
              className="accent-verdigris"
            />
            {words}
          </label>
        ))}
      </fieldset>
      {basis === 'points' && (
        <div className="flex flex-col gap-2 border-l-[3px] border-l-hairline pl-2">
          <Button look="plain" aria-pressed={measuring} onClick={() => onMeasuring(!measuring)}>
            {measuring
              ? 'Click two points on the sheet'
              : points
                ? 'Pick two other points'
                : 'Pick two points'}
          </Button>
          {points && <p className="figures text-ink-2">{plain(points.length)} units apart</p>}
          {measure && !points && <p className="text-oxide">Pick both points in the model.</p>}
          {points && (
            <div className="grid grid-cols-2 gap-2">
              <Field
                label="True length"
                inputMode="decimal"
                mono
                value={trueLength}
                onChange={(event) => setTrueLength(event.target.value)}
              />
              <Choice
                label="in"
                value={lengthUnit}
                onChange={(event) => setLengthUnit(event.target.value as UnitName)}
              >
                {UNITS.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </Choice>
            </div>
          )}
        </div>
      )}
      {basis === 'factor' && (
        <Field
          label="Factor"
          inputMode="decimal"
          mono
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          fault={numberIn(typed) > 0 ? undefined : 'Give a number above 0.'}
        />
      )}
      <Choice
        label="Unit afterwards"
        value={unit}
        onChange={(event) => setUnit(event.target.value as UnitName | '')}
      >
        {unitOf(report.headerMm) === '' && <option value="">as it is: {report.units}</option>}
        {UNITS.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </Choice>
      <details>
        <summary className="cursor-pointer text-ink-2">Turn and move</summary>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Point label="Point" value={from} onChange={setFrom} />
          <Point label="comes to" value={to} onChange={setTo} />
          <Field
            label="Turned by, degrees"
            className="col-span-2"
            inputMode="decimal"
            mono
            value={turn}
            onChange={(event) => setTurn(event.target.value)}
          />
          {points && (
            <Button
              look="plain"
              className="col-span-2"
              onClick={() => {
                setFrom([plain(points.from[0], 12), plain(points.from[1], 12)]);
                setTo([plain(points.to[0], 12), plain(points.to[1], 12)]);
              }}
            >
              From the first picked point to the second
            </Button>
          )}
        </div>
      </details>
      {report.size && factor > 0 && Number.isFinite(factor) && (
        <p className="figures border-t border-hairline pt-2">
          <span className="text-ink-2">Measures now </span>
          {plain(report.size[0], 5)} × {plain(report.size[1], 5)}{' '}
          {report.headerMm === null ? 'units' : report.units}
          <br />
          <span className="text-ink-2">Afterwards </span>
          {plain(report.size[0] * factor, 5)} × {plain(report.size[1] * factor, 5)} {unit || 'units'}
        </p>
      )}
      {report.bodies !== '' && (
        <p className="text-[12.5px] text-ink-2">
          {report.bodies}: put in symbols as they are, and the symbols are scaled.
        </p>
      )}
      <Button look="main" disabled={!can || busy} onClick={apply}>
        {factor > 0 && factor !== 1 && Number.isFinite(factor) ? `Scale × ${plain(factor, 9)}` : 'Apply'}
      </Button>
      <p className="text-[12.5px] text-ink-2">
        Sheets look as before, values of dimensions stay true, the original is kept. Ctrl Z takes it back.
      </p>
    </section>
  );
}

function Point({
  label,
  value: [x, y],
  onChange,
}: {
  label: string;
  value: readonly [string, string];
  onChange: (value: readonly [string, string]) => void;
}) {
  return (
    <>
      <Field
        label={`${label} x`}
        inputMode="decimal"
        mono
        value={x}
        onChange={(event) => onChange([event.target.value, y])}
      />
      <Field
        label={`${label} y`}
        inputMode="decimal"
        mono
        value={y}
        onChange={(event) => onChange([x, event.target.value])}
      />
    </>
  );
}
