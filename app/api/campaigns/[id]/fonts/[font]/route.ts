import { removeFont } from '../../../../../../src/server/fonts';
import { answer } from '../../../../../../src/server/problem';

export const DELETE = (_request: Request, { params }: { params: Promise<{ id: string; font: string }> }) =>
  answer(async () => {
    const { id, font } = await params;
    await removeFont(id, font);
    return new Response(null, { status: 204 });
  });
