// A colour that is pressed to ask for what has it.
import { Tooltip, UnstyledButton } from '@mantine/core';
import css from './ColourDot.module.css';

interface Props {
  hex: string;
  name: string;
  /** What is told of it; its name where left out. */
  says?: string;
  pressed: boolean;
  onPress: () => void;
}

export function ColourDot({ hex, name, says = name, pressed, onPress }: Props) {
  return (
    <Tooltip label={says}>
      <UnstyledButton className={css.colour} aria-label={name} aria-pressed={pressed} onClick={onPress}>
        <i style={{ background: hex }} />
      </UnstyledButton>
    </Tooltip>
  );
}
