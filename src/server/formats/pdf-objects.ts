// Objects of a PDF, as the library that writes the file takes them.
import type PDFKit from 'pdfkit';

export type Document = InstanceType<typeof PDFKit>;
export type Ref = ReturnType<Document['ref']>;

/** An object of a file. @param stream of those that have one */
export function made(document: Document, data: Record<string, unknown>, stream?: string | Uint8Array): Ref {
  const ref = document.ref(data);
  // Its types ask for a string.
  ref.end(stream as string);
  return ref;
}
