import { useRef } from 'react';
import type { ToWorker } from './messages';

/** A pointer that travels less than this between pressing and lifting picks; farther, it has moved the sheet. CSS pixels. */
const STILL_PX = 4;

/** What pointers do on the sheet: one moves it, two zoom it, a click picks what lies there. */
export function useSheetPointer(tell: (message: ToWorker) => void) {
  const fingers = useRef(new Map<number, { x: number; y: number }>());
  const travelled = useRef(0);
  const place = (event: React.PointerEvent): [number, number] => {
    const area = event.currentTarget.getBoundingClientRect();
    return [event.clientX - area.left, event.clientY - area.top];
  };
  const onPointerDown = (event: React.PointerEvent): void => {
    if (fingers.current.size === 0) travelled.current = 0;
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: React.PointerEvent): void => {
    const before = fingers.current.get(event.pointerId);
    if (!before) {
      tell({ type: 'point', at: place(event) });
      return;
    }
    const other = [...fingers.current].find(([id]) => id !== event.pointerId)?.[1];
    const now = { x: event.clientX, y: event.clientY };
    fingers.current.set(event.pointerId, now);
    travelled.current += Math.hypot(now.x - before.x, now.y - before.y);
    if (other) {
      // Two fingers: their distance zooms about the one that rests, their middle moves the sheet.
      const factor =
        Math.hypot(now.x - other.x, now.y - other.y) /
        Math.max(1, Math.hypot(before.x - other.x, before.y - other.y));
      const area = event.currentTarget.getBoundingClientRect();
      tell({ type: 'zoom', factor, x: other.x - area.left, y: other.y - area.top });
    } else tell({ type: 'pan', dx: now.x - before.x, dy: now.y - before.y });
  };
  const onPointerUp = (event: React.PointerEvent): void => {
    const wasAlone = fingers.current.size === 1;
    const pressed = fingers.current.delete(event.pointerId);
    if (pressed && wasAlone && travelled.current < STILL_PX && event.type === 'pointerup')
      tell({ type: 'pick', at: place(event) });
  };
  return {
    onPointerDown,
    onPointerMove,
    onPointerUp,
    onPointerCancel: onPointerUp,
    onPointerLeave: (): void => tell({ type: 'point', at: null }),
  };
}
