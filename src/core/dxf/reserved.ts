import { foldName } from './interner';

/** The layer on which programs put the definition points of dimensions. The format fixes its name; it never prints. */
const DEFINITION_POINT_LAYER = 'defpoints';

export const isDefinitionPointLayer = (name: string): boolean => foldName(name) === DEFINITION_POINT_LAYER;

/** Names of styles, linetypes and symbols that the format itself keeps, and those of marks that programs come with; folded. */
const FORMAT_NAME = /^(continuous|bylayer|byblock|standard|annotative|[*_].*|.*\|.*|)$/;

export const isFormatName = (folded: string): boolean => FORMAT_NAME.test(folded);

/** Names of the symbols that hold the pictures of dimensions, fills and tables. */
const PICTURE_NAME = /^\*[dtx]/i;

export const isPictureName = (name: string): boolean => PICTURE_NAME.test(name);
