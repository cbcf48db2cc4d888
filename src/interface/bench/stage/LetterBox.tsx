'use client';
// A box drawn round a text that is a part of a picture.
import { findLetters } from '../commands/lettering';
import { useLettering } from '../state/lettering';
import { BoxOnPhoto } from './BoxOnPhoto';

const leave = (): void => useLettering.setState({ drawing: null });

export function LetterBox({ scale }: { scale: number }) {
  const { drawing, busy } = useLettering();
  return (
    <BoxOnPhoto
      scale={scale}
      photo={drawing}
      label="Draw a box round a text"
      busy={busy !== null}
      onBox={(id, box) => findLetters(id, [box])}
      onLeave={leave}
    />
  );
}
