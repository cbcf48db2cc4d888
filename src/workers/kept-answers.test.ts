// Answers outlive the page, for the same program only; where there is no storage, they are found anew.
import 'fake-indexeddb/auto';

process.env.PLAVO_BUILD = 'this one';
const { KeptAnswers } = await import('./kept-answers');

it('an answer is there again for whoever opens the store later, by its key and in its store alone', async () => {
  await new KeptAnswers<string[]>('birds', 5).put('pond', ['heron', 'coot']);
  const later = new KeptAnswers<string[]>('birds', 5);
  expect(await later.get('pond')).toEqual(['heron', 'coot']);
  expect(await later.get('lake')).toBeNull();
  expect(await new KeptAnswers<string[]>('trains', 5).get('pond')).toBeNull();
  // Nothing found is an answer, too.
  await later.put('shed', []);
  expect(await later.get('shed')).toEqual([]);
});

it('the newest answer to a question counts, and the oldest questions go', async () => {
  const kept = new KeptAnswers<{ n: number }>('numbers', 3);
  await kept.put('one', { n: 1 });
  await kept.put('one', { n: 11 });
  expect(await kept.get('one')).toEqual({ n: 11 });
  for (let n = 2; n < 8; n++) await kept.put(`${n}`, { n });
  expect(await Promise.all(['one', '4', '5', '7'].map((k) => kept.get(k)))).toEqual([null, null, { n: 5 }, { n: 7 }]);
});

it('storage that fails is no error', async () => {
  const kept = new KeptAnswers<{ n: number }>('broken', 3);
  Object.defineProperty(kept, 'opened', { value: Promise.reject(new Error('the disk is full')) });
  await kept.put('one', { n: 1 });
  expect(await kept.get('one')).toBeNull();
});
