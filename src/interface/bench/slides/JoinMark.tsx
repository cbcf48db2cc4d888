'use client';
// Where two slides meet: smooth, or a step and how large it is. A step opens what can be done about it.
import { Loader, Popover, Stack, Text, Tooltip, UnstyledButton } from '@mantine/core';
import { useEffect, useState } from 'react';
import { NOTICEABLE } from '../../../core/reading/join';
import { inWords } from '../../shared/api';
import { Painted } from '../../shared/Painted';
import { type Offer, OFFER_WIDTH, offersAfter, takeOffer, useJoins } from '../measuring/joins';
import { useBench } from '../state/store';
import css from './SlideStrip.module.css';

/** How many times what is just noticed. */
const times = (step: number): string => {
  const n = step / NOTICEABLE;
  return n < 10 ? n.toFixed(1) : String(Math.round(n));
};

function Card({ offer, onTake }: { offer: Offer; onTake: () => void }) {
  return (
    <UnstyledButton className={css.offer} data-offer={offer.kind} onClick={onTake}>
      <Painted pixels={offer.picture} style={{ width: OFFER_WIDTH }} />
      <span>{offer.name}</span>
    </UnstyledButton>
  );
}

function Offers({ id, onDone }: { id: string; onDone: () => void }) {
  const [found, setFound] = useState<Awaited<ReturnType<typeof offersAfter>> | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const piece = useBench((s) => s.piece);
  useEffect(() => {
    let on = true;
    offersAfter(id).then(
      (f) => on && setFound(f),
      (e: unknown) => on && setWrong(inWords(e).title),
    );
    return () => void (on = false);
    // Asked again where the slides changed meanwhile.
  }, [id, piece]);
  if (wrong) return <Text fz="xs">{wrong}. Nothing was changed.</Text>;
  if (!found) return <Loader size="xs" aria-label="Looking for what makes it smooth" />;
  if (!found.offers.length)
    return (
      <Text fz="xs">
        Nothing makes this join smooth and leaves every text as readable as it is. Let a layer go on over it, or change
        the grounds by hand.
      </Text>
    );
  return (
    <div className={css.offers}>
      {found.offers.map((offer) => (
        <Card
          key={offer.kind}
          offer={offer}
          onTake={() => {
            if (found.piece !== useBench.getState().piece) return;
            takeOffer(offer);
            onDone();
          }}
        />
      ))}
    </div>
  );
}

/** @param after the slide on the left @param name of both slides, in words */
export function JoinMark({ after, name }: { after: string; name: string }) {
  const join = useJoins((s) => s.after[after]);
  const [open, setOpen] = useState(false);
  if (!join) return <span className={css.join} />;
  if (join.smooth)
    return (
      <Tooltip label={`${name}: smooth. The edges look alike, so a swipe passes without a seam`}>
        <span className={css.join} data-join="smooth" tabIndex={0} role="img" aria-label={`${name}: smooth`}>
          <i className={css.smooth} />
        </span>
      </Tooltip>
    );
  const says = `${name}: a step, ${times(join.step)} times what is just noticed, in ${Math.round(join.share * 100)} % of the rows`;
  return (
    <Popover opened={open} onChange={setOpen} position="top" width={OFFER_WIDTH * 2 + 44} trapFocus returnFocus>
      <Popover.Target>
        <Tooltip label={`${says}. Press to soften it`} multiline maw={260} disabled={open}>
          <UnstyledButton
            className={css.join}
            data-join="step"
            aria-label={`${says}: soften it`}
            aria-expanded={open}
            onClick={() => setOpen((o) => !o)}
          >
            <i className={css.step} />
            <small>{times(join.step)}×</small>
          </UnstyledButton>
        </Tooltip>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap={8}>
          <Text fz="sm" fw={700}>
            Soften the join
          </Text>
          {open && <Offers id={after} onDone={() => setOpen(false)} />}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}
