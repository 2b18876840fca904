import type { HistoryRecord } from '../../../core/rig';

/** What the tabs of one address tell each other. */
export type Message =
  | {
      readonly kind: 'record';
      readonly rig: string;
      readonly created: string;
      readonly record: HistoryRecord;
    }
  /** A rig came to the shelf, left it, or was replaced. */
  | { readonly kind: 'shelf'; readonly rig: string };

const channel = new BroadcastChannel('hum-map');
const listeners = new Set<(message: Message) => void>();
channel.onmessage = ({ data }: MessageEvent<Message>) => listeners.forEach((listener) => listener(data));

export const tellTabs = (message: Message): void => channel.postMessage(message);

/** Hears what other tabs tell, not what this one does. */
export function onTold(listener: (message: Message) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
