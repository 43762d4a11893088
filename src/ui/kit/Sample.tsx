import type { OfficeName } from '@/core/standard/named-kinds';
import { FillSwatch } from './FillSwatch';
import { Stroke } from './Stroke';

/** How a linetype or a fill of the office is drawn; nothing for any other name. */
export function Sample({
  of,
  className = 'self-center',
}: {
  of: OfficeName | undefined;
  className?: string;
}) {
  if (of?.elementsMm)
    return (
      <span className={`shrink-0 ${className}`}>
        <Stroke
          look={{ colour: '#000000', widthMm: 0.35, elementsMm: of.elementsMm, prints: true }}
          width={84}
        />
      </span>
    );
  return of?.fill ? (
    <span className={`shrink-0 ${className}`}>
      <FillSwatch fill={of.fill} widthMm={16} heightMm={6} scale={20} />
    </span>
  ) : null;
}
