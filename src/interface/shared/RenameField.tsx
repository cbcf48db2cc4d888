// A name that is typed over where it stands: Enter or leaving takes it, Escape leaves it as it was.
import { TextInput } from '@mantine/core';

interface Props {
  name: string;
  className?: string;
  /** @param name what is in the field at the end; the same as before where nothing is to change */
  onDone: (name: string) => void;
}

export function RenameField({ name, className, onDone }: Props) {
  return (
    <TextInput
      size="xs"
      autoFocus
      className={className}
      aria-label={`Name of ${name}`}
      defaultValue={name}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={(e) => onDone(e.currentTarget.value)}
      onKeyDown={(e) => {
        // What lies around it has keys of its own.
        e.stopPropagation();
        if (e.key === 'Escape') e.currentTarget.value = name;
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur();
      }}
    />
  );
}
