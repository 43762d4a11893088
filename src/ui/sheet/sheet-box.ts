import type { PictureData } from '@/core/picture/picture';

type Corners = [number, number, number, number];

/**
 * The paper, or for the model what is drawn with a margin about it.
 * @param withStrays takes in what lies far outside too
 */
export function sheetBox(picture: PictureData, withStrays = false): Corners | null {
  const { paper, matter } = picture.head;
  if (paper) return [paper.x, paper.y, paper.x + paper.width, paper.y + paper.height];
  const bounds = withStrays ? picture.head.bounds : (matter?.box ?? picture.head.bounds);
  if (!bounds) return null;
  const margin = Math.max(bounds[2] - bounds[0], bounds[3] - bounds[1], 1e-6) * 0.03;
  return [bounds[0] - margin, bounds[1] - margin, bounds[2] + margin, bounds[3] + margin];
}

/** What is highlighted is shown with this much of the sheet at the least, mm. */
const LEAST_MM = 60;

/** A box with enough around it to see where it is. */
export function withSurroundings(box: Readonly<Corners>, mmPerUnit: number): Corners {
  const least = LEAST_MM / mmPerUnit;
  const grow = (low: number, high: number): [number, number] => {
    const around = Math.max(0, least - (high - low)) / 2 + (high - low) * 0.15;
    return [low - around, high + around];
  };
  const [x0, x1] = grow(box[0], box[2]);
  const [y0, y1] = grow(box[1], box[3]);
  return [x0, y0, x1, y1];
}
