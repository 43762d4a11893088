/** What is used of the package, which has no types of its own. */
declare module 'fontkit' {
  interface Glyph {
    readonly path: { toSVG(): string };
  }
  interface Font {
    readonly unitsPerEm: number;
    hasGlyphForCodePoint(code: number): boolean;
    readonly variationAxes: Readonly<Record<string, { readonly default: number } | undefined>>;
    layout(
      text: string,
      features?: undefined,
      script?: undefined,
      language?: undefined,
      direction?: 'ltr' | 'rtl',
    ): {
      readonly glyphs: readonly Glyph[];
      readonly positions: readonly {
        readonly xAdvance: number;
        readonly xOffset: number;
        readonly yOffset: number;
      }[];
    };
  }
  export function create(bytes: Uint8Array): Font;
}
