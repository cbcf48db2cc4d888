'use client';
// While somebody looks at the list, the bench is loaded behind it: the first piece opens nearly as quickly as the next.
import { useEffect } from 'react';

/** How long the list has to itself, ms. */
const REST = 600;

export function Ahead() {
  useEffect(() => {
    // Workers are not started here: one that is ended while it starts, by leaving the page, can take a browser's tab
    // down with it.
    const timer = setTimeout(() => void import('../src/interface/bench/Bench').catch(() => {}), REST);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
