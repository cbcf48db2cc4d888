// What a picture says of itself: title, and what it shows in place of it, as an XMP packet (ISO 16684-1; Dublin Core;
// IPTC Photo Metadata Standard 2021.1, Alt Text (Accessibility)).
import type { About } from './formats';
import { xmlText } from './xml';

export function xmpOf({ title, description }: About): string {
  const said = (tag: string, words: string): string =>
    words ? `<${tag}><rdf:Alt><rdf:li xml:lang="x-default">${xmlText(words)}</rdf:li></rdf:Alt></${tag}>` : '';
  return `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">${said('dc:title', title)}${said('dc:description', description)}${said('Iptc4xmpCore:AltTextAccessibility', description)}</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="r"?>`;
}
