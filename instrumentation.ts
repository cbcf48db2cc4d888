// When the server starts: its crews are started with it, so that the first picture asked for does not wait for them.
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { warmCrews } = await import('./src/server/crew/crews');
  void warmCrews();
}
