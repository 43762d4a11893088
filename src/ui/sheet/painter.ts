import type { Problem } from '@/core/result';
import type { FromWorker, ToWorker } from './messages';
import { MODEL } from './messages';

/** A worker that paints into a box of the page. */
export interface Painter {
  tell(message: ToWorker, transfer?: Transferable[]): void;
  /** Its canvas, in front of whatever else is in the box. */
  readonly canvas: HTMLCanvasElement;
  stop(): void;
}

/**
 * Begins painting into a box; the picture is as large as the box.
 * @param failed is told in words when the worker stops
 */
export function startPainter(
  box: HTMLElement,
  heard: (message: FromWorker) => void,
  failed: (words: string) => void,
): Painter {
  // A canvas can be handed to a worker only once, so each painter makes its own.
  const canvas = document.createElement('canvas');
  canvas.className = 'absolute inset-0 size-full';
  box.prepend(canvas);
  const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
  const tell: Painter['tell'] = (message, transfer = []) => worker.postMessage(message, transfer);
  worker.onmessage = (event: MessageEvent<FromWorker>) => {
    if (event.data.type === 'painted') canvas.dataset.whole = String(event.data.whole);
    heard(event.data);
  };
  worker.onerror = (event) => failed(`The picture stopped: ${event.message}. Reload the page.`);
  const offscreen = canvas.transferControlToOffscreen();
  tell({ type: 'canvas', canvas: offscreen }, [offscreen]);
  const observer = new ResizeObserver(() =>
    tell({
      type: 'size',
      width: box.clientWidth,
      height: box.clientHeight,
      ratio: window.devicePixelRatio || 1,
    }),
  );
  observer.observe(box);
  return {
    tell,
    canvas,
    stop() {
      observer.disconnect();
      worker.terminate();
      canvas.remove();
    },
  };
}

/** How much a turn of the wheel zooms. */
export const wheelFactor = ({ deltaY, deltaMode, ctrlKey }: WheelEvent): number =>
  Math.exp(-deltaY * (deltaMode === 1 ? 0.05 : ctrlKey ? 0.01 : 0.0016));

/** Pictures of one sheet: its own, and that of the model where the sheet shows it through viewports. */
export interface Pictures {
  readonly main: ArrayBuffer;
  readonly model: ArrayBuffer | null;
}

/**
 * Fetches the pictures of a sheet.
 * @param state as the route names it: `now`, `received`, `revision-3`, `plan-<sha>`
 * @param sha what the page believes the state to be, so that another one is not taken from the browser's store
 * @throws Error in words for a person
 */
export async function fetchPictures(
  drawingId: number,
  state: string,
  sha: string,
  sheet: number,
  isLayout: boolean,
  signal: AbortSignal,
): Promise<Pictures> {
  const load = async (which: number): Promise<ArrayBuffer> => {
    const response = await fetch(`/api/drawings/${drawingId}/picture?sheet=${which}&as=${state}&sha=${sha}`, {
      signal,
    });
    if (response.ok) return response.arrayBuffer();
    const { problem } = (await response.json()) as { problem?: Problem };
    throw new Error(problem?.message ?? 'The picture could not be made.');
  };
  const [main, model] = await Promise.all([load(sheet), isLayout ? load(MODEL) : null]);
  return { main, model };
}
