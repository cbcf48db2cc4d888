'use client';
// The way in, where the server can be reached from other machines.
import { Alert, Button, PasswordInput, Stack, Text, Title } from '@mantine/core';
import { useState } from 'react';
import { api, inWords } from '../shared/api';

export function SignIn({ next }: { next: string }) {
  const [phrase, setPhrase] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ title: string; message: string } | null>(null);
  const enter = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      await api.signIn(phrase);
      window.location.assign(next);
    } catch (e) {
      setProblem(inWords(e));
      setBusy(false);
    }
  };
  return (
    <Stack component="main" maw={340} mx="auto" mt={120} px="md" gap="sm">
      <Title order={1} fz={30} c="plavo">
        Plavo
      </Title>
      <Text fz="sm" c="dimmed">
        Headlines that stay readable, photographs that survive
      </Text>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void enter();
        }}
      >
        <Stack gap="sm">
          <PasswordInput
            label="Passphrase"
            description="As agreed on by the people who work here"
            value={phrase}
            onChange={(e) => setPhrase(e.currentTarget.value)}
            autoComplete="current-password"
            data-autofocus
            autoFocus
            required
          />
          {problem && (
            <Alert color="amber" title={problem.title} role="alert">
              {problem.message}
            </Alert>
          )}
          <Button type="submit" loading={busy} disabled={!phrase}>
            Sign in
          </Button>
        </Stack>
      </form>
    </Stack>
  );
}
