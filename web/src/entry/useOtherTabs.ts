import { useEffect, useState } from 'react';

/** Whether the same thing is open in another tab of this browser. */
export function useOtherTabs(what: string): boolean {
  const [others, setOthers] = useState<readonly string[]>([]);
  useEffect(() => {
    const me = crypto.randomUUID();
    const channel = new BroadcastChannel(`pine-sieve ${what}`);
    channel.onmessage = (event: MessageEvent<{ from: string; says: 'open' | 'here' | 'gone' }>) => {
      const { from, says } = event.data;
      setOthers((before) => (says === 'gone' ? before.filter((one) => one !== from) : [...new Set([...before, from])]));
      if (says === 'open') {
        channel.postMessage({ from: me, says: 'here' });
      }
    };
    channel.postMessage({ from: me, says: 'open' });
    const leave = () => channel.postMessage({ from: me, says: 'gone' });
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
      channel.close();
    };
  }, [what]);
  return others.length > 0;
}
