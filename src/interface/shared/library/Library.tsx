'use client';
// Where photos are chosen from: those that are here, or a picture service.
import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { AssetInfo } from '../api';
import { Dialog } from '../Dialog';
import { OutsidePhotos } from './OutsidePhotos';
import { type Carried, OwnPhotos } from './OwnPhotos';

interface Props {
  title?: string;
  /** What the photo is to carry: photos can be shown with it, the ones that need least first. */
  carries?: Carried | null;
  onChoose: (asset: AssetInfo) => void;
  onClose: () => void;
}

export function Library({ title = 'Photos in the library', carries = null, onChoose, onClose }: Props) {
  const [from, setFrom] = useState('own');
  return (
    <Dialog opened onClose={onClose} title={title} size={800}>
      <SegmentedControl
        mb="sm"
        aria-label="Where photos come from"
        value={from}
        onChange={setFrom}
        data={[
          { value: 'own', label: 'In the library' },
          { value: 'outside', label: 'Picture service' },
        ]}
      />
      {from === 'own' ? <OwnPhotos carries={carries} onChoose={onChoose} /> : <OutsidePhotos onChoose={onChoose} />}
    </Dialog>
  );
}
