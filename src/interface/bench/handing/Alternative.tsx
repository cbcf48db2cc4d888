'use client';
// The alternative text of slides: asked for once, kept with the piece, suggested from its own words.
import { Button, Group, Text, Textarea } from '@mantine/core';
import { useId } from 'react';
import { suggestedAlternative } from '../../../core/piece/alternative';
import { describeSlide } from '../commands/slides';
import { currentSlide, useBench } from '../state/store';

export function Alternative() {
  const slide = useBench(currentSlide),
    slides = useBench((s) => s.piece.slides),
    field = useId(),
    suggestion = suggestedAlternative(slide),
    own = slides.find((s) => s.id === slide.id)?.alternative ?? '';
  return (
    <div>
      <Group justify="space-between" wrap="nowrap" gap={8} mb={2}>
        <Text component="label" htmlFor={field} fz="xs" fw={500}>
          Alternative text{slides.length > 1 ? ' of this slide' : ''}
        </Text>
        {suggestion && own.trim() !== suggestion && (
          <Button
            size="compact-sm"
            fz="xs"
            px={6}
            variant="subtle"
            data-suggest
            onClick={() => describeSlide(slide.id, suggestion)}
          >
            {own.trim() ? 'From its words' : 'Suggest from its words'}
          </Button>
        )}
      </Group>
      <Textarea
        id={field}
        size="xs"
        autosize
        minRows={1}
        maxRows={4}
        maxLength={2000}
        placeholder="What the picture shows, for those who cannot see it"
        value={own}
        onChange={(e) => describeSlide(slide.id, e.currentTarget.value)}
      />
    </div>
  );
}
