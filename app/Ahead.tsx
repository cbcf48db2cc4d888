'use client';
// While somebody looks at the list, the bench is made ready behind it: the first piece opens as quickly as the next.
import { useEffect } from 'react';
import { readingWorker, stageWorker } from '../src/workers/clients';

/** How long the list has to itself, ms. */
const REST = 600;

export function Ahead() {
  useEffect(() => {
    const timer = setTimeout(() => {
      // Without it the bench is loaded when it is needed.
      void import('../src/interface/bench/Bench').catch(() => {});
      stageWorker();
      readingWorker();
    }, REST);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
