import type { FillShape } from '../dxf/shapes';
import { applyX, applyY, type Transform } from '../geometry/transform';
import type { FillItem } from './picture';

/** A fill's line families in the picture's coordinates. Unequal scaling bends angles; the plotted look bends them too. */
export function fillSeenThrough(shape: FillShape, t: Transform): FillItem {
  const turn = Math.atan2(t[1], t[0]);
  return {
    solid: shape.solid,
    gradient: shape.gradient && { ...shape.gradient, angleRad: shape.gradient.angleRad + turn },
    families: shape.families.map((family) => {
      const [ux, uy] = [Math.cos(family.angleRad), Math.sin(family.angleRad)];
      const [dx, dy] = [t[0] * ux + t[2] * uy, t[1] * ux + t[3] * uy];
      const grow = Math.hypot(dx, dy);
      return {
        angleRad: Math.atan2(dy, dx),
        baseX: applyX(t, family.baseX, family.baseY),
        baseY: applyY(t, family.baseX, family.baseY),
        offsetX: t[0] * family.offsetX + t[2] * family.offsetY,
        offsetY: t[1] * family.offsetX + t[3] * family.offsetY,
        dashes: family.dashes.map((length) => length * grow),
      };
    }),
  };
}
