import { call } from '../../api/client.ts';
import type { Ports } from './ports.ts';

/** The page's own server, storage and clock. */
export const PAGE_PORTS: Pick<Ports, 'call' | 'storage' | 'later'> = {
  call,
  // read when it is asked for: the server that draws the page first has none
  storage: {
    getItem: (key) => localStorage.getItem(key),
    setItem: (key, value) => localStorage.setItem(key, value),
    removeItem: (key) => localStorage.removeItem(key)
  },
  later: (ms, act) => {
    const timer = setTimeout(act, ms);
    return () => clearTimeout(timer);
  }
};
