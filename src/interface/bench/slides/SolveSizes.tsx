'use client';
// Solve every size: asked for, how far it is, what was done, and what could not be.
import { Button, Group, List, Progress, Text, Tooltip } from '@mantine/core';
import { useEffect } from 'react';
import type { Piece } from '../../../core/piece/schema';
import type { SizeAnswer } from '../../../core/remedy/every-size';
import { flagWord } from '../../shared/flags';
import { solveEverySize, stopSolving, useSolvingSizes } from '../measuring/every-size';
import { useBench } from '../state/store';

/** Why a size is not Clear, as far as its readings tell. */
function why({ readings }: SizeAnswer): string {
  const flags = [
    ...new Set(readings.filter((r) => r.verdict !== 'clear').flatMap((r) => r.flags.map((f) => flagWord(f, r)))),
  ];
  return flags.length ? flags.join(', ') : 'no treatment is enough with this ink: another colour or place would do';
}

const slideName = (piece: Piece, id: string): string =>
  piece.slides.length > 1 ? `Slide ${piece.slides.findIndex((s) => s.id === id) + 1}, ` : '';

export function SolveSizes({ allClear }: { allClear: boolean }) {
  const { running, done, of, answers, left, failed } = useSolvingSizes(),
    piece = useBench((s) => s.piece);
  useEffect(() => stopSolving, []);
  const named = (a: SizeAnswer): string =>
      `${slideName(piece, a.slide)}${piece.sizes.find((s) => s.id === a.size)?.name ?? ''}`,
    strengthIn = (a: SizeAnswer): string => `${named(a)}${a.way!.strength === null ? '' : ` ${a.way!.strength} %`}`;
  const order = (a: SizeAnswer): number => piece.sizes.findIndex((s) => s.id === a.size),
    laid = answers.filter((a) => a.way).sort((a, b) => order(a) - order(b)),
    kinds = [...new Set(laid.map((a) => a.way!.name))],
    // Each kind once, with the sizes that have it.
    said = kinds
      .map((kind) => `${kind}: ${laid.flatMap((a) => (a.way!.name === kind ? [strengthIn(a)] : [])).join(', ')}.`)
      .join(' '),
    short = answers.filter((a) => !a.clear);
  return (
    <div data-solve-sizes={running ? 'running' : answers.length ? 'done' : 'idle'}>
      <Group gap={8} mb={8}>
        {running ? (
          <>
            <Button size="xs" variant="default" onClick={stopSolving}>
              Stop
            </Button>
            <Progress flex={1} maw={320} value={(100 * done) / Math.max(1, of)} size={6} aria-label="Solved" />
            <Text fz="sm">
              {answers.length ? `${answers.length} sizes solved` : 'Looking for the least that is enough'}
            </Text>
          </>
        ) : (
          <Tooltip label="One treatment for all sizes where it will do, as strong in each as that one needs">
            <Button size="xs" disabled={allClear} onClick={() => void solveEverySize()}>
              Solve every size
            </Button>
          </Tooltip>
        )}
        {!running && failed && (
          <Text fz="sm" c="amber" role="alert">
            {failed} Nothing was changed.
          </Text>
        )}
        {!running && !failed && answers.length > 0 && (
          <Text fz="sm" aria-live="polite">
            {kinds.length === 0 ? 'Nothing was needed.' : said}
          </Text>
        )}
      </Group>
      {!running && (short.length > 0 || left.length > 0) && (
        <List size="sm" mb={8} aria-label="Not solved">
          {short.map((a) => (
            <List.Item key={`${a.slide}:${a.size}`}>
              {named(a)} is not Clear: {why(a)}.
            </List.Item>
          ))}
          {left.map((l) => (
            <List.Item key={l.slide}>
              {slideName(piece, l.slide)}left as it is: {l.why}.
            </List.Item>
          ))}
        </List>
      )}
    </div>
  );
}
