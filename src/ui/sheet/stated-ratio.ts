import type { SheetHead } from '@/core/drawing/sheets/heads';

/** The ratio in the scale that a sheet states, "1:25" of "Scale 1:25"; its own words where they hold none; "" without any. */
export function statedRatio({ statedScale = '' }: SheetHead): string {
  return /[\d.,]+\s*[:/]\s*[\d.,]+/.exec(statedScale)?.[0] ?? statedScale.replace(/^\p{L}+[.:]?\s+/u, '');
}
