// What the bench shows of a kind of layer, in one file of its own: its name, its controls, how one is added, what a
// double click opens.
import type { ComponentType, ReactNode } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import type { Band } from '../../../core/values/plain';
import type { AssetInfo } from '../../shared/api';
import type { Mark } from '../../shared/general-marks';

/** An entry of a band's add menu. It begins at once, with a file, or with a picture of the library. */
export interface Addition {
  band: Band;
  label: string;
  /** A sentence for those who do not know the word. */
  says?: string;
  Icon: ComponentType<{ size?: number }>;
  /** The key that does the same. */
  shortcut?: string;
  /** Only where the piece is the section of a page. */
  ofSection?: boolean;
  /** A line parts it from what stands above. */
  apart?: boolean;
  now?: () => void;
  file?: { accept: string; multiple?: boolean; testId: string; take: (files: File[]) => void };
  library?: (picture: AssetInfo) => void;
  /** One of the general marks is chosen first. */
  marks?: (mark: Mark) => void;
}

/** What is said of a kind as a treatment. */
export interface TreatmentWords {
  /** A new one, where it is chosen. */
  name: string;
  /** Why it does not make a text Clear, and what would. */
  whyNot: string;
}

export interface Face<L extends Layer> {
  title(layer: L): string;
  Controls(this: void, props: { layer: L }): ReactNode;
  adds: readonly Addition[];
  /** What its row in the stack is called; its name where left out. */
  rowName?(layer: L): string;
  /** Of kinds that are treatments. */
  treatment?: TreatmentWords;
}
