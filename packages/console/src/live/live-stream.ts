import { type LiveChange, liveEndpoints } from '@yellow-sieve/contract';

/** What the stream says: a change, or that everything may have changed. */
export type LiveNews = LiveChange | 'anything';

type Listener = (news: LiveNews) => void;

const channelName = 'yellow-sieve-live';

/**
 * News from the service. All tabs of a browser share one connection: the tab that holds the lock has it and tells the
 * others; when that tab closes, another takes the lock. Where there are no locks, each tab has its own. Ends by `stop`.
 */
export function listenLive(listener: Listener): () => void {
  const channel = new BroadcastChannel(channelName);
  channel.onmessage = (event: MessageEvent<LiveNews>) => listener(event.data);
  const ended = new AbortController();
  const tell = (news: LiveNews) => {
    channel.postMessage(news);
    listener(news);
  };
  if (navigator.locks)
    navigator.locks
      .request(channelName, { signal: ended.signal }, () => connected(tell, ended.signal))
      .catch(() => undefined);
  else void connected(tell, ended.signal);
  return () => {
    ended.abort();
    channel.close();
  };
}

/** Keeps one stream until it is told to stop. The browser connects again by itself, and is greeted anew. */
function connected(tell: Listener, stop: AbortSignal): Promise<void> {
  const source = new EventSource(liveEndpoints.changes.path);
  source.addEventListener('hello', () => tell('anything'));
  source.addEventListener('change', (event) => tell(JSON.parse(event.data) as LiveChange));
  return new Promise((resolve) => {
    stop.addEventListener('abort', () => {
      source.close();
      resolve();
    });
  });
}
