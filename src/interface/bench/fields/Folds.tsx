'use client';
// Parts of the controls that fold. Each kind of layer remembers which were open, from layer to layer and over a reload.
// What a part is about can often be switched on in its head, without opening it first.
import { Accordion } from '@mantine/core';
import { createContext, type ReactNode, useContext } from 'react';
import { setPartsOf, usePartsOf } from '../state/panels';
import css from './Controls.module.css';

const Of = createContext('');

/** @param of the kind of layer, or another thing, whose parts these are */
export function Folds({ of, children }: { of: string; children: ReactNode }) {
  const open = usePartsOf(of);
  return (
    <Of.Provider value={of}>
      <Accordion
        className={css.folded}
        chevronPosition="left"
        multiple
        keepMounted={false}
        transitionDuration={0}
        value={open}
        onChange={(v) => setPartsOf(of, v)}
      >
        {children}
      </Accordion>
    </Of.Provider>
  );
}

interface Props {
  /** By which it is remembered. */
  name: string;
  title: string;
  /** What of it is set now, behind its title. */
  now?: string | false;
  /** Switches or adds, at the end of its head; what it does opens the part. */
  head?: (open: () => void) => ReactNode;
  children: ReactNode;
}

export function Fold({ name, title, now, head, children }: Props) {
  const of = useContext(Of),
    open = usePartsOf(of);
  const unfold = (): void => void (open.includes(name) || setPartsOf(of, [...open, name]));
  return (
    <Accordion.Item value={name}>
      <div className={css.foldHead}>
        <Accordion.Control>
          {title}
          {now && <small>{now}</small>}
        </Accordion.Control>
        {head?.(unfold)}
      </div>
      <Accordion.Panel>{children}</Accordion.Panel>
    </Accordion.Item>
  );
}
