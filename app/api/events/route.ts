import { listen, type ServerEvent } from '@/server/events';
import { workCounts } from '@/server/jobs';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** A line now and then, so that nothing between here and the browser takes the connection for dead. */
const BREATH_MS = 20_000;

/** What happens on the server, as it happens: drawings that changed, and how much work there is. */
export const GET = route({
  handler({ request }) {
    const encoder = new TextEncoder();
    let end: () => void = () => undefined;
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        const send = (event: ServerEvent): void =>
          controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`));
        const stop = listen(send);
        const breath = setInterval(() => controller.enqueue(encoder.encode(': \n\n')), BREATH_MS);
        end = () => {
          stop();
          clearInterval(breath);
        };
        request.signal.addEventListener('abort', () => {
          end();
          controller.close();
        });
        send({ type: 'work', ...workCounts() });
      },
      cancel: () => end(),
    });
    return new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' },
    });
  },
});
