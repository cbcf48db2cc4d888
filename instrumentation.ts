// When the server starts: its crews are started as soon as it listens, so that the first picture asked for does not
// wait for them, nor the first answer for the crews; batches that were under way when it was ended go on, and what
// older versions left without what lists need is looked through.
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const [{ warmCrews }, { makeHandedRow, wakeBatches }, { noteOldTraits }, { notePictures }, { workOnQueue }] =
    await Promise.all([
      import('./src/server/crew/crews'),
      import('./src/server/batches/runner'),
      import('./src/server/pieces/old-traits'),
      import('./src/server/pictures/traits'),
      import('./src/server/jobs/queue'),
    ]);
  const begin = async (): Promise<void> => {
    await warmCrews();
    // Where other machines do the work, this one answers people.
    if (process.env.PLAVO_WORK !== 'elsewhere') workOnQueue(makeHandedRow);
    wakeBatches();
    await noteOldTraits();
    await notePictures();
  };
  (globalThis as { plavoListening?: () => void }).plavoListening = () => void begin().catch(console.error);
}
