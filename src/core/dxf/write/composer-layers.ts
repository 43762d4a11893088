import type { NewTag } from '../edit/edits';
import { ownData } from '../edit/record-bodies';

export interface NewLayer {
  readonly name: string;
  readonly colour: number;
  /** Red, green and blue, for versions that can hold them beside the number. */
  readonly rgb?: number;
  /** What the layer is for; not in the oldest version. */
  readonly description?: string;
  /** Kept in extended data of our own. */
  readonly own?: unknown;
  readonly linetype?: string;
  /** mm; null or absent leaves the default. */
  readonly widthMm?: number | null;
  readonly prints?: boolean;
  readonly off?: boolean;
  readonly frozen?: boolean;
}

/** Application that keeps the description of a layer. */
export const LAYER_DESCRIPTION = 'AcAecLayerStandard';

/** Tags of a layer's record behind what every record begins with. */
export function layerTags(layer: NewLayer, version: string, plotStyle: string): NewTag[] {
  const old = version === 'AC1009';
  return [
    { code: 2, value: layer.name },
    { code: 70, value: layer.frozen ? 1 : 0 },
    { code: 62, value: layer.off ? -layer.colour : layer.colour },
    ...(layer.rgb !== undefined && version >= 'AC1018' ? [{ code: 420, value: layer.rgb }] : []),
    { code: 6, value: layer.linetype ?? 'Continuous' },
    ...(old || layer.prints !== false ? [] : [{ code: 290, value: 0 }]),
    ...(old
      ? []
      : [
          { code: 370, value: layer.widthMm == null ? -3 : Math.round(layer.widthMm * 100) },
          { code: 390, value: plotStyle },
        ]),
    ...(layer.description && !old
      ? [
          { code: 1001, value: LAYER_DESCRIPTION },
          { code: 1000, value: '' },
          { code: 1000, value: layer.description.slice(0, 250) },
        ]
      : []),
    ...(layer.own === undefined ? [] : ownData(layer.own)),
  ];
}
