// A field in which something is searched for.
import { TextInput, type TextInputProps } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';

interface Props extends Omit<TextInputProps, 'onChange'> {
  /** What it is called; also shown while it is empty, unless there is a better hint. */
  what: string;
  onChange: (value: string) => void;
}

export function SearchField({ what, onChange, ...rest }: Props) {
  return (
    <TextInput
      leftSection={<IconSearch size={rest.size === 'xs' ? 14 : 15} />}
      placeholder={what}
      aria-label={what}
      onChange={(e) => onChange(e.currentTarget.value)}
      {...rest}
    />
  );
}
