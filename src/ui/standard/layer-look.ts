import type { StrokeLook } from '@/core/audit/finding';
import { hexOf, rgbOf } from '@/core/dxf/colour';
import type { StandardLayer } from '@/core/standard/definitions';
import { findLinetype, type Standard } from '@/core/standard/standard';

/** How a layer of the standard prints. */
export const lookOf = (standard: Standard, layer: StandardLayer): StrokeLook => ({
  colour: hexOf(rgbOf(layer.colour)),
  widthMm: layer.widthMm ?? standard.pens.defaultMm,
  elementsMm: findLinetype(standard, layer.linetype)?.elementsMm ?? [],
  prints: layer.prints,
});
