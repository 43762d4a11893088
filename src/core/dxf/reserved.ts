import { foldName } from './interner';

/** The layer on which programs put the definition points of dimensions. The format fixes its name; it never prints. */
const DEFINITION_POINT_LAYER = 'defpoints';

export const isDefinitionPointLayer = (name: string): boolean => foldName(name) === DEFINITION_POINT_LAYER;
