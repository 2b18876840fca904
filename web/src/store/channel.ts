import type { HistoryRecord } from '../../../core/model';

/** What the tabs of one address tell each other. */
export type Message =
  | {
      readonly kind: 'record';
      readonly rig: string;
      readonly created: string;
      readonly record: HistoryRecord;
    }
  /** A rig came to the shelf, left it, or was replaced. */
  | { readonly kind: 'shelf'; readonly rig: string }
  /** Something on the gear shelf is another. */
  | { readonly kind: 'gear'; readonly rig: null };

const channel = new BroadcastChannel('hum-map');
const listeners = new Set<(message: Message) => void>();
channel.onmessage = ({ data }: MessageEvent<Message>) => listeners.forEach((listener) => listener(data));

/** Tells the other tabs; what comes to a shelf is told to this tab's own views of it too. */
export function tellTabs(message: Message): void {
  channel.postMessage(message);
  if (message.kind !== 'record') listeners.forEach((listener) => listener(message));
}

/** Hears what other tabs tell, and what comes to the shelf from this one. */
export function onTold(listener: (message: Message) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
