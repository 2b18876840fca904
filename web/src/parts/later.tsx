import { useEffect, useState, type ReactNode } from 'react';
import { afterNextPaint } from '../store/after-paint';

/** What stands behind so many frames: laid out and painted by itself, not in one go with what is read first. */
export function Later({ frames, children }: { frames: number; children: ReactNode }) {
  const [left, setLeft] = useState(frames);
  useEffect(() => (left > 0 ? afterNextPaint(() => setLeft(left - 1)) : undefined), [left]);
  return left > 0 ? null : children;
}
