'use client';

import { useEffect, useRef, useState } from 'react';
import { dimensionAdvice, formatExample } from '@/core/dimension/advice';
import {
  angleFigure,
  arcFigure,
  centreFigure,
  diameterFigure,
  type FigureLettering,
  type FigurePart,
  joggedFigure,
  leaderFigure,
  linearFigure,
  radiusFigure,
} from '@/core/dimension/figure';
import { foldName } from '@/core/dxf/interner';
import {
  DIMENSION_GROUPS,
  DIMENSION_SETTINGS,
  type DimensionGroup,
  type DimensionSetting,
  type DimensionValues,
  dimensionValues,
  formatSetting,
  ownSettings,
  PLAIN_DIMENSION,
  SETTING_NAMES,
  type StandardDimensionStyle,
  sizesTimes,
} from '@/core/standard/dimension-settings';
import { followName } from '@/core/standard/rename';
import { reductions } from '@/core/standard/scales';
import { findLinetype, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { DimensionFigure, type FigureLabel } from '../kit/DimensionFigure';
import { Choice, Field } from '../kit/Field';
import { count } from '../kit/format';
import { Pills } from '../kit/Pills';
import { Definitions, type FormProps } from './Definitions';
import { Setting } from './DimensionSettingField';
import { NotesAndClause, ScaleChoice } from './fields';
import type { ViewProps } from './types';

const BLANK: StandardDimensionStyle = { name: '', use: '', base: null, settings: {}, clause: '', notes: '' };
const SCALES = reductions(1, 500);

/** Dimension styles: each drawn at its true size, every setting beside the part of the picture that it changes. */
export function DimensionsView({ standard, edition, editable, save, onFile }: ViewProps) {
  return (
    <Definitions<StandardDimensionStyle>
      wide
      standard={standard}
      editable={editable}
      save={save}
      onFile={onFile}
      table="dimension-styles"
      edition={edition}
      noun="a dimension style"
      kind="dimension style"
      list={standard.dimensions}
      path={['dimensions']}
      put={(dimensions, renamed) => {
        const next = { ...standard, dimensions };
        return renamed ? followName(next, 'dimension style', renamed.from, renamed.to) : next;
      }}
      blank={BLANK}
      picture={(style) => <Small standard={standard} style={style} />}
      columns={[
        {
          head: 'Use',
          className: 'min-w-36 text-ink-2 wrap-anywhere',
          format: ({ use, base, settings }) => (
            <>
              <span className="line-clamp-4">{use}</span>
              {base !== null && (
                <span className="block text-[12px] text-ink-3">
                  builds on {base}, {count(Object.keys(settings).length, 'own setting')}
                </span>
              )}
            </>
          ),
        },
      ]}
      usedBy={({ name }) =>
        standard.dimensions
          .filter(({ base }) => base !== null && foldName(base) === foldName(name))
          .map((style) => style.name)
      }
      form={(props) => <StyleForm standard={standard} {...props} />}
    />
  );
}

const elementsOf =
  (standard: Standard) =>
  (linetype: string): readonly number[] =>
    findLinetype(standard, linetype)?.elementsMm ?? [];

function letteringOf(standard: Standard, v: DimensionValues): FigureLettering {
  const style = standard.lettering.styles.find(({ name }) => foldName(name) === foldName(v.textStyle));
  return { face: style?.face ?? 'stroke', widthFactor: style?.widthFactor ?? 1 };
}

/** Sizes of a style that is not sized on paper, as they come out at a scale. */
function atScale(v: DimensionValues, scale: number): DimensionValues {
  if (v.sizedOnPaper || v.overallScale === scale) return v;
  return sizesTimes(v, v.overallScale / scale);
}

/** Two dimensions in a row: enough to tell one style from another. */
function Small({ standard, style }: { standard: Standard; style: StandardDimensionStyle }) {
  const v = dimensionValues(standard.dimensions, style);
  const lettering = letteringOf(standard, v);
  return (
    <DimensionFigure
      label={`${style.name}, as it prints`}
      parts={[
        ...linearFigure(v, lettering, [0, 0], [22, 0], 0, 8, 2200),
        ...radiusFigure(v, lettering, [36, 4], 6, 20, 600),
      ]}
      object={[[-1, 0, 24, 0]]}
      circles={[{ at: [36, 4], radius: 6 }]}
      lettering={lettering}
      elementsOf={elementsOf(standard)}
      box={[-4, -3, 71, 20]}
      zoom={0.75}
    />
  );
}

/** Everything a style draws, at its size on paper. `scale` is model units to paper units; the drawing is in mm. */
function wholeFigure(v: DimensionValues, lettering: FigureLettering, scale: number): FigurePart[] {
  const s = v.stackSpacingMm;
  return [
    ...linearFigure(v, lettering, [0, 0], [26, 0], 0, 10, 26 * scale),
    ...linearFigure(v, lettering, [26, 0], [60, 0], 0, 10, 34 * scale),
    ...linearFigure(v, lettering, [60, 0], [64, 0], 0, 10, 4 * scale),
    ...linearFigure(v, lettering, [0, 0], [64, 0], 0, 10 + s, 64 * scale),
    ...linearFigure(v, lettering, [0, -18], [0, 0], 90, 10, 18 * scale),
    ...radiusFigure(v, lettering, [90, 3], 10, 35, 10 * scale),
    // What a circle is marked with, where no line runs to its centre to show it.
    ...(v.lineBetween ? centreFigure(v, lettering, [90, 3], 10) : []),
    ...diameterFigure(v, lettering, [128, 1], 9, 60, 18 * scale),
    ...angleFigure(v, lettering, [6, -42], 18, 0, 40, 12),
    ...leaderFigure(v, lettering, [46, -18], [54, -29], 'Bollard'),
    ...arcFigure(v, lettering, [96, -44], 14, 50, 130, 6, 19.5 * scale),
    ...joggedFigure(v, lettering, [112, -20], [140, -32], 900 * scale),
  ];
}

const OBJECT: readonly (readonly number[])[] = [
  [0, 0, 64, 0, 64, -18, 0, -18, 0, 0],
  [6, -42, 20, -42],
  [6, -42, 6 + 14 * Math.cos(0.698), -42 + 14 * Math.sin(0.698)],
  arcPoints(96, -44, 14, 50, 130),
  arcPoints(126, -63, 34, 60, 84),
];

function arcPoints(x: number, y: number, radius: number, fromDeg: number, toDeg: number): number[] {
  return Array.from({ length: 25 }, (_, i) => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * i) / 24) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  }).flat();
}

const mm = (value: number): string => `${Number(value.toFixed(2))}`;

/** What the sizes of the picture are called, where there is room beside it. */
function labelsOf(v: DimensionValues): FigureLabel[] {
  const top = 10 + v.stackSpacingMm;
  return [
    {
      setting: 'extensionOffsetMm',
      words: `gap ${mm(v.extensionOffsetMm)}`,
      at: [-6, 4],
      to: [0, v.extensionOffsetMm / 2],
    },
    {
      setting: 'extensionOverrunMm',
      words: `overrun ${mm(v.extensionOverrunMm)}`,
      at: [-6, top + 5],
      to: [0, top + v.extensionOverrunMm / 2],
    },
    {
      setting: 'stackSpacingMm',
      words: `spacing ${mm(v.stackSpacingMm)}`,
      at: [72, 12 + v.stackSpacingMm / 2],
      to: [64, 10 + v.stackSpacingMm / 2],
    },
    {
      setting: 'textHeightMm',
      words: `text ${mm(v.textHeightMm)}`,
      at: [42, top + 8],
      to: [34, top + v.textOffsetMm + v.textHeightMm],
    },
    {
      setting: 'terminatorSizeMm',
      words: `terminator ${mm(v.terminatorSizeMm)}`,
      at: [72, top + 7],
      to: [64, top],
    },
    {
      setting: 'textOffsetMm',
      words: `offset ${mm(v.textOffsetMm)}`,
      at: [6, top + 8],
      to: [29, top + v.textOffsetMm / 2],
    },
  ];
}

function StyleForm({
  standard,
  value,
  editable,
  change,
  fault,
}: FormProps<StandardDimensionStyle> & { standard: Standard }) {
  const [group, setGroup] = useState<DimensionGroup>('Lines');
  const [chosen, setChosen] = useState<DimensionSetting | null>(null);
  const [scale, setScale] = useState(100);
  const grid = useRef<HTMLFieldSetElement>(null);
  // The style in the form takes the place of the one it is made from.
  const styles = standard.dimensions.filter((style) => style.name !== value.name);
  const v = dimensionValues([...styles, value], value);
  const under = value.base === null ? PLAIN_DIMENSION : baseValues(styles, value.base);
  const shown = atScale(v, scale);
  const lettering = letteringOf(standard, v);
  const advice = dimensionAdvice(standard, v);

  const pick = (setting: DimensionSetting): void => {
    setChosen(setting);
    setGroup(DIMENSION_SETTINGS[setting].group);
  };
  useEffect(() => {
    if (chosen)
      grid.current?.querySelector<HTMLElement>(`[data-setting="${chosen}"] :is(input, select)`)?.focus();
  }, [chosen]);

  const set = (setting: DimensionSetting, next: unknown): void => {
    const values = { ...v, [setting]: next } as DimensionValues;
    change({ settings: ownSettings(styles, value.base, values) });
  };

  return (
    <>
      <div className="mb-2 border border-hairline bg-white">
        <DimensionFigure
          label={`What ${value.name || 'the style'} draws at 1:${scale}`}
          parts={wholeFigure(shown, lettering, scale)}
          object={OBJECT}
          circles={[
            { at: [90, 3], radius: 10 },
            { at: [128, 1], radius: 9 },
          ]}
          labels={labelsOf(shown)}
          lettering={lettering}
          elementsOf={elementsOf(standard)}
          box={[-24, -47, 176, 77]}
          zoom={1.2}
          chosen={chosen}
          onPick={pick}
        />
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px] text-ink-2">
        <ScaleChoice words="At" of={SCALES} scale={scale} set={setScale} />
        <span className="figures">
          text {mm(shown.textHeightMm)} mm on paper · {mm(shown.textHeightMm * scale)} in the model
        </span>
        <span className="figures">{formatExample(v, 2550)}</span>
        <span>Touch a part to open its setting.</span>
      </div>
      {advice.length > 0 && (
        <ul
          className="mb-3 border-l-2 border-ochre bg-ochre-soft px-3 py-1.5 text-[12.5px]"
          aria-label="Worth a look"
        >
          {advice.map(({ setting, says, settle }) => (
            <li key={says} className="flex items-baseline gap-2">
              <button
                type="button"
                className="min-w-0 flex-1 text-left hover:underline"
                onClick={() => pick(setting)}
              >
                {says}
              </button>
              {editable && settle !== undefined && (
                <Button
                  look="quiet"
                  className="h-6 px-1"
                  aria-label={`Put right: ${says}`}
                  onClick={() => set(setting, settle)}
                >
                  {typeof settle === 'number' ? `Make it ${settle}` : 'Put right'}
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <fieldset disabled={!editable} className="mb-3 grid grid-cols-[1fr_1.4fr_1fr] gap-3">
        <Field
          label="Name"
          value={value.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <Field label="Use" value={value.use} onChange={(event) => change({ use: event.target.value })} />
        <Choice
          label="Builds on"
          value={value.base ?? ''}
          fault={fault('base')}
          onChange={(event) => {
            const base = event.target.value || null;
            // A style that holds nothing of its own takes everything from its base; one that does keeps its look.
            const isBlank = Object.keys(value.settings).length === 0;
            change({ base, settings: isBlank ? {} : ownSettings(styles, base, v) });
          }}
        >
          <option value="">none</option>
          {styles
            .filter(({ name }) => !buildsOn(standard.dimensions, name, value.name))
            .map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
        </Choice>
      </fieldset>
      <div className="mb-2">
        <Pills
          label="What a setting changes"
          of={DIMENSION_GROUPS}
          chosen={group}
          onChoose={setGroup}
          more={(one) => {
            const own = SETTING_NAMES.filter(
              (name) => DIMENSION_SETTINGS[name].group === one && v[name] !== under[name],
            ).length;
            return own > 0 && <span className="figures ml-1 text-verdigris">{own}</span>;
          }}
        />
      </div>
      <fieldset ref={grid} disabled={!editable} className="grid grid-cols-3 gap-x-3 gap-y-2.5">
        {SETTING_NAMES.filter((name) => DIMENSION_SETTINGS[name].group === group).map((name) => (
          <div
            key={name}
            data-setting={name}
            className={name === chosen ? 'rounded-sm bg-verdigris-soft' : ''}
          >
            <Setting
              standard={standard}
              name={name}
              value={v[name]}
              fault={fault('settings', name)}
              set={(next) => set(name, next)}
            />
            {value.base !== null && v[name] !== under[name] && (
              <button
                type="button"
                className="block w-full truncate text-left text-[12px] leading-5 text-verdigris hover:underline disabled:no-underline"
                title={`Take it from ${value.base} again: ${formatSetting(name, under[name])}`}
                onClick={() => set(name, under[name])}
              >
                As {value.base}: {formatSetting(name, under[name])}
              </button>
            )}
          </div>
        ))}
      </fieldset>
      <fieldset disabled={!editable} className="mt-4">
        <NotesAndClause value={value} change={change} />
      </fieldset>
      {value.base !== null && (
        <p className="mt-3 text-[12.5px] text-ink-2">
          {count(Object.keys(value.settings).length, 'setting')} of its own; the others follow {value.base}.
        </p>
      )}
    </>
  );
}

function baseValues(styles: readonly StandardDimensionStyle[], base: string): DimensionValues {
  const style = styles.find(({ name }) => foldName(name) === foldName(base));
  return style ? dimensionValues(styles, style) : PLAIN_DIMENSION;
}

/** Whether one style builds on another, by whatever way: it cannot be the other's base then. */
function buildsOn(styles: readonly StandardDimensionStyle[], name: string, other: string): boolean {
  let at = styles.find((style) => style.name === name);
  for (let i = 0; at && i < styles.length; i++) {
    if (at.name === other) return true;
    const { base } = at;
    at = base === null ? undefined : styles.find((style) => foldName(style.name) === foldName(base));
  }
  return false;
}
