// What the stand-in takes and refuses.
import { DESTINATIONS } from '../piece/destinations';
import { kindFor, type PostPicture, POST_KINDS, refusals, RULES } from './rules';

const picture = (more: Partial<PostPicture> = {}): PostPicture => ({
  width: 1080,
  height: 1080,
  bytes: 400_000,
  media: 'image/jpeg',
  ...more,
});
const what = (...all: Parameters<typeof refusals>): string[] => refusals(...all).map((r) => r.what);

it.each(POST_KINDS)('takes a %s that is what it asks for', (kind) => {
  const { shape, width } = RULES[kind],
    w = Math.max(width, 1080),
    good = picture({ width: w, height: Math.round(w / ((shape.least + shape.most) / 2)) });
  expect(refusals(kind, [good], 'From 2 May')).toEqual([]);
});
it('knows what a picture would be', () => {
  const of = (id: string) => kindFor(DESTINATIONS.find((d) => d.id === id)!);
  expect(
    ['square-post', 'portrait-post', 'story', 'carousel', 'profile-banner', 'link-card', 'tall-picture'].map(of),
  ).toEqual(['post', 'post', 'story', 'post', 'banner', 'post', 'post']);
});
it('refuses wrong types, too many bytes, wrong shapes, and what is too small', () => {
  expect(what('post', [picture({ media: 'image/avif' })], '')).toEqual(['type']);
  expect(what('post', [picture({ bytes: 8_000_001 })], '')).toEqual(['bytes']);
  expect(what('post', [picture({ height: 1920 })], '')).toEqual(['shape']);
  expect(what('post', [picture({ width: 300, height: 300 })], '')).toEqual(['small']);
  expect(what('story', [picture()], '')).toEqual(['shape']);
  expect(what('banner', [picture({ width: 1584, height: 396 })], '')).toEqual([]);
});
it('refuses too many pictures, none, other shapes than the first, and too many words', () => {
  expect(
    what(
      'post',
      Array.from({ length: 11 }, () => picture()),
      '',
    ),
  ).toEqual(['pictures']);
  expect(what('post', [], '')).toEqual(['pictures']);
  expect(what('post', [picture(), picture({ height: 1350 }), picture()], '')).toEqual(['alike']);
  expect(what('post', [picture()], 'ä'.repeat(2200))).toEqual([]);
  expect(what('post', [picture()], 'ä'.repeat(2201))).toEqual(['words']);
});
it('says once what several share, and which they are', () => {
  const tall = picture({ height: 1920 });
  expect(refusals('post', [tall, tall], '')[0]).toEqual({
    what: 'shape',
    picture: null,
    reason: 'The pictures are 0.56 times as wide as high; a post is between 0.8 and 1.91 times as wide as high.',
  });
  expect(refusals('post', [picture(), tall, picture(), tall], '')[0].reason).toMatch(/^Pictures 2 and 4 are 0\.56/);
  expect(refusals('post', [picture(), tall], '')[0]).toMatchObject({ picture: 1 });
});
it('what is not known yet is not held against it', () =>
  expect(refusals('post', [picture({ bytes: 0, media: '' })], '')).toEqual([]));
