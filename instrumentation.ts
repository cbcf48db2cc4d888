// When the server starts: its crews are started as soon as it listens, so that the first picture asked for does not
// wait for them, nor the first answer for the crews; batches that were under way when it was ended go on.
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const [{ warmCrews }, { wakeBatches }] = await Promise.all([
    import('./src/server/crew/crews'),
    import('./src/server/batches/runner'),
  ]);
  (globalThis as { plavoListening?: () => void }).plavoListening = () => void warmCrews().then(wakeBatches);
}
