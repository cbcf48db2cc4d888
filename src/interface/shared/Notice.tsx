'use client';
import { Button, Group, Stack, Text, Title } from '@mantine/core';

/** A whole page that says what happened and what to do. */
export function Notice({ title, message, retry }: { title: string; message: string; retry?: () => void }) {
  return (
    <Stack align="center" justify="center" h="100vh" gap="sm" p="lg">
      <Title order={1} fz={26}>
        {title}
      </Title>
      <Text c="dimmed" maw={460} ta="center">
        {message}
      </Text>
      <Group>
        {retry && <Button onClick={retry}>Try again</Button>}
        <Button component="a" href="/" variant="default">
          To all pieces
        </Button>
      </Group>
    </Stack>
  );
}
