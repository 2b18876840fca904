import { useEffect, useLayoutEffect, useState, type RefCallback } from 'react';

export type Size = { readonly width: number; readonly height: number };

/** The inner size of an element as it changes; null until it is on the page. */
export function useSize(): [RefCallback<HTMLElement>, Size | null, HTMLElement | null] {
  const [element, setElement] = useState<HTMLElement | null>(null);
  const [size, setSize] = useState<Size | null>(null);
  // Known before the first paint: what is asked by the size is asked with all else.
  useLayoutEffect(() => {
    if (!element) return;
    const read = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    const observer = new ResizeObserver(read);
    observer.observe(element);
    read();
    return () => observer.disconnect();
  }, [element]);
  return [setElement, size, element];
}

/** Does a media query hold, now and as it changes? */
export function useMedia(query: string): boolean {
  const [matches, setMatches] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const media = window.matchMedia(query);
    const read = () => setMatches(media.matches);
    media.addEventListener('change', read);
    read();
    return () => media.removeEventListener('change', read);
  }, [query]);
  return matches;
}

/** Whether something has been so for some time: short waits are not worth a word. */
export function useLasting(is: boolean, forMs: number): boolean {
  const [lasting, setLasting] = useState(false);
  useEffect(() => {
    if (!is) return;
    const timer = setTimeout(() => setLasting(true), forMs);
    return () => {
      clearTimeout(timer);
      setLasting(false);
    };
  }, [is, forMs]);
  return is && lasting;
}
