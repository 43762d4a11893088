import type { DimensionMove } from '../dimension/picture';
import type { Colour } from '../dxf/colour';
import type { RecordKind } from '../dxf/edit/edit-records';
import type { MovedVertex } from '../dxf/edit/edit-vertices';
import type { LooseDimension } from '../facts/loose-dimensions';
import type { LooseLeader } from '../facts/loose-leaders';
import type { OwnProperty } from '../standard/definitions';
import type { DimensionSetting } from '../standard/dimension-settings';

/** A property that a layer's record holds. */
export type LayerProperty = Exclude<OwnProperty, 'transparency'> | 'printing';

/** What a dimension is to say. */
export interface DimensionWords {
  /** As the dimension holds it: "<>" stands for the value; empty for the value alone. */
  readonly typed: string;
  /** As its picture shows it. */
  readonly shown: string;
}

/** What of a dimension style's record is brought in line. */
export interface DimensionStyleChange {
  readonly settings: readonly DimensionSetting[];
  /** mm on paper of one of the units that the record counts its sizes in, once it is changed. */
  readonly mmPerUnit: number;
  /** Overall scale that the record is given; null where it keeps its own. */
  readonly overallScale: number | null;
  /** The dimensions of the style. */
  readonly rows: readonly number[];
}

/**
 * What a rule asks to be done to a drawing. It says what, not how: the tags are the editor's. Layers are named as they
 * are called in the drawing, targets as the standard calls them.
 */
export type Operation =
  /** A layer takes the name of a layer of the standard, or its objects go onto it where it is there already. */
  | {
      readonly type: 'become layer';
      readonly from: string;
      readonly to: string;
      readonly rows: readonly number[];
    }
  | { readonly type: 'remove layer'; readonly layer: string; readonly rows: readonly number[] }
  | { readonly type: 'add layer'; readonly layer: string }
  | { readonly type: 'set layer'; readonly layer: string; readonly property: LayerProperty }
  /** A layer gets a colour that the standard does not say. */
  | { readonly type: 'colour layer'; readonly layer: string; readonly colour: Colour }
  /** Layers are switched on and thawed, and print if that is said; or they are switched off. */
  | {
      readonly type: 'show layers';
      readonly layers: readonly string[];
      readonly shown: boolean;
      readonly prints: boolean;
    }
  /** Of several records of one name the first stays. */
  | { readonly type: 'join records'; readonly kind: RecordKind; readonly name: string }
  /** Objects, and vertices and attributes of objects, that are given a handle of their own: by the tag that holds it. */
  | { readonly type: 'new handles'; readonly tags: readonly number[] }
  /** Groups go, by their handles; their objects stay. */
  | { readonly type: 'dissolve groups'; readonly groups: readonly string[] }
  /** Records that nothing uses. */
  | { readonly type: 'remove records'; readonly kind: RecordKind; readonly names: readonly string[] }
  | { readonly type: 'mend structure'; readonly oddity: number }
  | { readonly type: 'move objects'; readonly rows: readonly number[]; readonly to: string }
  /** Factors on the patterns of objects, one for each row. */
  | {
      readonly type: 'set pattern factors';
      readonly rows: readonly number[];
      readonly factors: readonly number[];
    }
  /** The factor on all patterns of the drawing. */
  | { readonly type: 'set drawing pattern factor'; readonly factor: number }
  /** What is typed in place of the values of dimensions, one text for each row; empty shows the value alone. */
  | {
      readonly type: 'set dimension texts';
      readonly rows: readonly number[];
      readonly texts: readonly DimensionWords[];
    }
  | { readonly type: 'remove objects'; readonly rows: readonly number[] }
  /** Vertices of lines and polylines are moved, and as far as that is in drawing units, one list for each row. */
  | {
      readonly type: 'move vertices';
      /** What is wrong with where they are: "almost level". */
      readonly was: string;
      readonly rows: readonly number[];
      readonly vertices: readonly (readonly MovedVertex[])[];
      readonly movedUnits: readonly number[];
    }
  /** Arcs get other ends on their circles: degrees, counter-clockwise from the first to the second, as each arc counts them. */
  | {
      readonly type: 'set arcs';
      /** What is wrong with where they are: "overlaps others". */
      readonly was: string;
      readonly rows: readonly number[];
      readonly fromDeg: readonly number[];
      readonly toDeg: readonly number[];
    }
  /** Objects that lie over or under the plane of the drawing come to lie in it. */
  | { readonly type: 'flatten'; readonly rows: readonly number[] }
  /** Heights of texts, drawing units, one for each row. */
  | {
      readonly type: 'resize texts';
      readonly rows: readonly number[];
      readonly heights: readonly number[];
    }
  /** Ways that texts are moved by, drawing units and as long as they are on paper, one for each row. */
  | {
      readonly type: 'move texts';
      /** What is wrong with where they are: "over another text". */
      readonly was: string;
      readonly rows: readonly number[];
      readonly by: readonly (readonly [number, number])[];
      readonly onPaperMm: readonly number[];
    }
  /** Labels go with the ends of their leaders, one way for each; the tips stay. */
  | {
      readonly type: 'move labels';
      /** What is wrong with where they are: "crossing leaders". */
      readonly was: string;
      readonly leaders: readonly number[];
      /** The labels. */
      readonly rows: readonly number[];
      readonly by: readonly (readonly [number, number])[];
      readonly onPaperMm: readonly number[];
    }
  /** Points of leaders, from the tip on, for each row. */
  | {
      readonly type: 'set leader points';
      readonly rows: readonly number[];
      readonly points: readonly (readonly (readonly [number, number])[])[];
      readonly onPaperMm: readonly number[];
    }
  /** Tips of leaders with labels of their own, for each row from where to where. */
  | {
      readonly type: 'move leader tips';
      readonly rows: readonly number[];
      readonly moves: readonly (readonly {
        readonly from: readonly [number, number];
        readonly to: readonly [number, number];
      }[])[];
      readonly onPaperMm: readonly number[];
    }
  /** Half a turn about a point, for each row. */
  | {
      readonly type: 'turn texts';
      readonly rows: readonly number[];
      readonly about: readonly (readonly [number, number])[];
    }
  /** Width factor and slant of texts, as their style has them. */
  | {
      readonly type: 'set text factors';
      readonly rows: readonly number[];
      readonly widthFactor: number;
      readonly slantDeg: number;
    }
  | { readonly type: 'clear text formatting'; readonly rows: readonly number[] }
  /** A text style takes the name of one of the standard, or its texts go to that one where it is there already. */
  | { readonly type: 'become text style'; readonly from: string; readonly to: string }
  /** The record of a text style as the standard has it. */
  | { readonly type: 'set text style'; readonly name: string }
  /** Settings of a dimension style as the standard has them; its dimensions are drawn anew. */
  | ({
      readonly type: 'set dimension style';
      readonly name: string;
      /** The style of the standard. */
      readonly like: string;
    } & DimensionStyleChange)
  /** A dimension style takes the name of one of the standard, or its dimensions go to that one where it is there already. */
  | ({
      readonly type: 'become dimension style';
      readonly from: string;
      readonly to: string;
    } & DimensionStyleChange)
  /** Lines, ends and numbers become the dimensions that they once were, in a style of the standard. */
  | {
      readonly type: 'rebuild dimensions';
      /** All that goes. */
      readonly rows: readonly number[];
      readonly loose: readonly LooseDimension[];
      readonly style: string;
    }
  /** Lines with an arrow and a text become leaders in a style of the standard; the texts stay. */
  | {
      readonly type: 'rebuild leaders';
      /** All that goes, and the lines that leaders take the place of. */
      readonly rows: readonly number[];
      readonly loose: readonly LooseLeader[];
      readonly style: string;
    }
  /** Lines, feet or texts of straight dimensions are moved, and as far as that is on paper, one move for each row. */
  | {
      readonly type: 'move in dimensions';
      /** What is wrong with where they are: "unevenly spaced". */
      readonly was: string;
      readonly rows: readonly number[];
      readonly moves: readonly DimensionMove[];
      readonly onPaperMm: readonly number[];
    }
  /** Extension lines, and dimension lines that give way, are broken where they cross dimension lines, so wide on paper; null breaks them no more. */
  | {
      readonly type: 'break dimensions';
      readonly rows: readonly number[];
      readonly gaps: readonly (number | null)[];
      readonly lineGaps: readonly (number | null)[];
    }
  /** The centres of circles are marked as the standard's dimensions have it, one mark for each row. */
  | {
      readonly type: 'add centre marks';
      readonly rows: readonly number[];
      readonly centres: readonly (readonly [number, number])[];
      readonly radii: readonly number[];
      readonly unitsPerMm: readonly number[];
    }
  /** Objects that are sized on paper for certain scales are as large as they are drawn from then on, and show at every scale. */
  | { readonly type: 'leave paper scales'; readonly rows: readonly number[]; readonly scales: string }
  /** Fills become one of the standard; units of the drawing in a mm of it, one for each row. */
  | {
      readonly type: 'set fills';
      readonly rows: readonly number[];
      readonly fill: string;
      readonly unitsPerMm: readonly number[];
    }
  /** The lines of fills are set apart by a factor, one for each row, the pattern as it is. */
  | { readonly type: 'spread fills'; readonly rows: readonly number[]; readonly factors: readonly number[] }
  /** A set of parallel lines gets the lines, the ends and the fill of the standard’s, and the runs that are drawn in it follow. */
  | {
      readonly type: 'set parallel set';
      readonly name: string;
      /** The set of the standard. */
      readonly like: string;
      readonly rows: readonly number[];
      /** What it is and what it becomes, in words. */
      readonly before: string;
      readonly after: string;
    }
  /** Runs of parallel lines come to be in a set of the standard, which the drawing gets where it has it not. */
  | {
      readonly type: 'become parallel set';
      readonly from: string;
      readonly to: string;
      readonly rows: readonly number[];
    }
  /** Lines that lie as those of a set of the standard become runs in it, which the drawing gets where it has it not. */
  | {
      readonly type: 'gather parallels';
      /** All lines of all runs. */
      readonly rows: readonly number[];
      readonly runs: readonly {
        readonly set: string;
        readonly rows: readonly number[];
        /** The line that is drawn through it. */
        readonly points: readonly (readonly [number, number])[];
        readonly closed: boolean;
      }[];
    }
  /** Runs of parallel lines are drawn as their sets have it now, and how far that moves their lines, drawing units. */
  | {
      readonly type: 'follow parallel set';
      readonly rows: readonly number[];
      readonly movedUnits: readonly number[];
    }
  /** Objects are drawn before all others of their space, so that these lie over them. */
  | { readonly type: 'send behind'; readonly rows: readonly number[] }
  /** Fills are tied to the objects that they lie in: rows of these for each loop of each fill. */
  | {
      readonly type: 'tie fills';
      readonly rows: readonly number[];
      readonly sources: readonly (readonly (readonly number[])[])[];
    }
  /** Islands are cut out of fills: loops of corners for each. */
  | {
      readonly type: 'cut fills';
      readonly rows: readonly number[];
      readonly loops: readonly (readonly (readonly (readonly [number, number])[])[])[];
    }
  /** Lines of dimensions that are drawn shorter than they are get a jog. */
  | { readonly type: 'jog dimensions'; readonly rows: readonly number[] }
  /** Dimensions go to a style that the drawing has, each as large as it was drawn. */
  | { readonly type: 'use dimension style'; readonly rows: readonly number[]; readonly style: string }
  /** Dimensions are drawn anew as they are; of one that cannot be, the lettering of its picture says what is given. */
  | {
      readonly type: 'redraw dimensions';
      readonly rows: readonly number[];
      readonly shown: readonly string[];
    }
  /** Settings that dimensions and leaders have of their own are given back to their styles. */
  | {
      readonly type: 'clear dimension settings';
      readonly rows: readonly number[];
      readonly settings: readonly DimensionSetting[];
    }
  | { readonly type: 'take from layer'; readonly rows: readonly number[]; readonly property: OwnProperty }
  /** A linetype takes the name and the pattern of one of the standard, or its lines go to that one where it is there already. */
  | { readonly type: 'become linetype'; readonly from: string; readonly to: string }
  /** A symbol takes the name of one of the standard, or its placements show that one where it is there already and drawn the same. */
  | {
      readonly type: 'become symbol';
      readonly from: string;
      readonly to: string;
      readonly rows: readonly number[];
    }
  | {
      readonly type: 'redefine linetype';
      readonly name: string;
      /** What it is and what it becomes, in words. */
      readonly before: string;
      readonly after: string;
    };
