import { Observable } from 'rxjs';

export interface RemoteChange {
  door: string;
  id: string;
  version: number;
  op: string;
}
const AGAIN_MS = 4000;
export type StreamEvent =
  { kind: 'change'; change: RemoteChange } | { kind: 'reset' } | { kind: 'lost' } | { kind: 'open' };

/**
 * The server's stream of changes, one connection for all tabs: the tab that holds the lock reads it and
 * tells the others. Without locks (plain HTTP on the home network) each tab reads its own.
 */
export function changes(): Observable<StreamEvent> {
  return new Observable((subscriber) => {
    const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('dolly-changes');
    channel?.addEventListener('message', (m: MessageEvent<StreamEvent>) => subscriber.next(m.data));
    let source: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | undefined;
    let release = (): void => undefined;
    const tell = (e: StreamEvent): void => {
      subscriber.next(e);
      channel?.postMessage(e);
    };
    const listen = (): void => {
      source = new EventSource('/api/events');
      source.addEventListener('record', (m) =>
        tell({ kind: 'change', change: JSON.parse((m as MessageEvent<string>).data) as RemoteChange }),
      );
      source.addEventListener('reset', () => tell({ kind: 'reset' }));
      source.addEventListener('error', () => {
        tell({ kind: 'lost' });
        // a refusal (signed out, say) ends a stream for good: ask again after a while
        if (source?.readyState === EventSource.CLOSED) again = setTimeout(listen, AGAIN_MS);
      });
      source.addEventListener('open', () => tell({ kind: 'open' }));
    };
    if (navigator.locks)
      void navigator.locks.request('dolly-changes', () => {
        if (subscriber.closed) return undefined;
        listen();
        return new Promise<void>((resolve) => (release = resolve));
      });
    else listen();
    return () => {
      clearTimeout(again);
      source?.close();
      channel?.close();
      release();
    };
  });
}
