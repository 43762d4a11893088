import type { Rule } from '../rule';
import { dimensionsCentreMarks } from './dimensions/centre-marks';
import { dimensionsChainSum } from './dimensions/chain-sum';
import { dimensionsCrossing } from './dimensions/crossing';
import { dimensionsDoubled } from './dimensions/doubled';
import { dimensionsFirstRow } from './dimensions/first-row';
import { dimensionsGap } from './dimensions/gap';
import { dimensionsLoose } from './dimensions/loose';
import { dimensionsOwnSettings } from './dimensions/own-settings';
import { dimensionsPaperScale } from './dimensions/paper-scale';
import { dimensionsPicture } from './dimensions/picture';
import { dimensionsRoundMark } from './dimensions/round-mark';
import { dimensionsSpacing } from './dimensions/spacing';
import { dimensionsStyleChanged } from './dimensions/style-changed';
import { dimensionsStyleUnknown } from './dimensions/style-unknown';
import { dimensionsTerminators } from './dimensions/terminators';
import { dimensionsTextOnLine } from './dimensions/text-on-line';
import { dimensionsTypedOver } from './dimensions/typed-over';
import { dimensionsUnitSaid } from './dimensions/unit-said';
import { fileDoubledRecords } from './file/doubled-records';
import { fileForeign } from './file/foreign';
import { fileHandles } from './file/handles';
import { fileStructure } from './file/structure';
import { fileUnused } from './file/unused';
import { fillsChanged } from './fills/changed';
import { fillsDense } from './fills/dense';
import { fillsDoubled } from './fills/doubled';
import { fillsInFront } from './fills/in-front';
import { fillsLayer } from './fills/layer';
import { fillsMaterial } from './fills/material';
import { fillsOpen } from './fills/open';
import { fillsOverText } from './fills/over-text';
import { fillsSliver } from './fills/sliver';
import { fillsTied } from './fills/tied';
import { fillsUnknown } from './fills/unknown';
import { geometryDoubled } from './geometry/doubled';
import { geometryEnds } from './geometry/ends';
import { geometryFar } from './geometry/far';
import { geometryGroups } from './geometry/groups';
import { geometryHeights } from './geometry/heights';
import { geometryLevel } from './geometry/level';
import { geometryNothing } from './geometry/nothing';
import { geometryOverlapping } from './geometry/overlapping';
import { geometryPlace } from './geometry/place';
import { geometryRound } from './geometry/round';
import { layersColour } from './layers/colour';
import { layersDefaultWidth } from './layers/default-width';
import { layersDoubled } from './layers/doubled';
import { layersEmptyUnknown } from './layers/empty-unknown';
import { layersHidden } from './layers/hidden';
import { layersLinetype } from './layers/linetype';
import { layersMissing } from './layers/missing';
import { layersOnePurpose } from './layers/one-purpose';
import { layersPrinting } from './layers/printing';
import { layersUnknown } from './layers/unknown';
import { layersWidth } from './layers/width';
import { leadersAngle } from './leaders/angle';
import { leadersColumn } from './leaders/column';
import { leadersCrossing } from './leaders/crossing';
import { leadersLoose } from './leaders/loose';
import { leadersTip } from './leaders/tip';
import { letteringAligned } from './lettering/aligned';
import { letteringEmpty } from './lettering/empty';
import { letteringHeight } from './lettering/height';
import { letteringOnLine } from './lettering/on-line';
import { letteringOverlap } from './lettering/overlap';
import { letteringOwnLooks } from './lettering/own-looks';
import { letteringStroke } from './lettering/stroke';
import { letteringStyleChanged } from './lettering/style-changed';
import { letteringStyleUnknown } from './lettering/style-unknown';
import { letteringUpsideDown } from './lettering/upside-down';
import { linesContrast } from './lines/contrast';
import { linesDashes } from './lines/dashes';
import { linesMeaning } from './lines/meaning';
import { linesOnPaper } from './lines/on-paper';
import { linesOwnFactor } from './lines/own-factor';
import { linesTooNear } from './lines/too-near';
import { linesTwoScales } from './lines/two-scales';
import { linetypesRedefined } from './linetypes/redefined';
import { linetypesUnknown } from './linetypes/unknown';
import { objectsBaseLayer } from './objects/base-layer';
import { objectsByLooks } from './objects/by-looks';
import { objectsOwnColour } from './objects/own-colour';
import { objectsOwnLinetype } from './objects/own-linetype';
import { objectsOwnTransparency } from './objects/own-transparency';
import { objectsOwnWidth } from './objects/own-width';
import { objectsWrongLayer } from './objects/wrong-layer';
import { parallelsChanged } from './parallels/changed';
import { parallelsLoose } from './parallels/loose';
import { parallelsPlaced } from './parallels/placed';
import { parallelsUnknown } from './parallels/unknown';
import { pensByColour } from './pens/by-colour';
import { pensNotHeld } from './pens/not-held';
import { pensNotPermitted } from './pens/not-permitted';
import { pensOrder } from './pens/order';
import { symbolsLayer } from './symbols/layer';
import { symbolsUnknown } from './symbols/unknown';
import { unitsScale } from './units/scale';
import { unitsTrueSize } from './units/true-size';
import { unitsUnit } from './units/unit';
import { workingLeft } from './working/left';

/** Every rule, in the order in which findings of one weight are listed. */
export const RULES: readonly Rule[] = [
  fileStructure,
  fileHandles,
  fileDoubledRecords,
  dimensionsTypedOver,
  dimensionsPicture,
  dimensionsUnitSaid,
  unitsTrueSize,
  unitsUnit,
  unitsScale,
  layersDoubled,
  layersUnknown,
  layersMissing,
  objectsBaseLayer,
  objectsWrongLayer,
  objectsByLooks,
  layersColour,
  layersLinetype,
  layersDefaultWidth,
  layersWidth,
  pensOrder,
  pensByColour,
  layersPrinting,
  linetypesUnknown,
  linetypesRedefined,
  linesDashes,
  linesMeaning,
  linesOnPaper,
  linesOwnFactor,
  linesTwoScales,
  linesContrast,
  linesTooNear,
  letteringStyleUnknown,
  letteringStyleChanged,
  letteringHeight,
  letteringOwnLooks,
  letteringUpsideDown,
  letteringOverlap,
  letteringOnLine,
  letteringEmpty,
  letteringAligned,
  letteringStroke,
  dimensionsStyleUnknown,
  dimensionsStyleChanged,
  dimensionsOwnSettings,
  dimensionsRoundMark,
  dimensionsDoubled,
  dimensionsChainSum,
  dimensionsLoose,
  dimensionsTextOnLine,
  dimensionsSpacing,
  dimensionsCrossing,
  dimensionsFirstRow,
  dimensionsGap,
  dimensionsTerminators,
  dimensionsPaperScale,
  dimensionsCentreMarks,
  leadersCrossing,
  leadersTip,
  leadersLoose,
  leadersAngle,
  leadersColumn,
  fillsUnknown,
  fillsLayer,
  fillsChanged,
  fillsMaterial,
  fillsOverText,
  fillsInFront,
  fillsDoubled,
  fillsOpen,
  fillsDense,
  fillsSliver,
  fillsTied,
  parallelsUnknown,
  parallelsChanged,
  parallelsPlaced,
  parallelsLoose,
  symbolsUnknown,
  symbolsLayer,
  geometryDoubled,
  geometryNothing,
  geometryOverlapping,
  geometryLevel,
  geometryEnds,
  geometryRound,
  geometryPlace,
  geometryHeights,
  geometryFar,
  geometryGroups,
  pensNotPermitted,
  layersOnePurpose,
  layersHidden,
  layersEmptyUnknown,
  objectsOwnColour,
  objectsOwnLinetype,
  objectsOwnWidth,
  objectsOwnTransparency,
  fileForeign,
  fileUnused,
  workingLeft,
  pensNotHeld,
];

export const ruleById = (id: string): Rule | undefined => RULES.find((rule) => rule.meta.id === id);
