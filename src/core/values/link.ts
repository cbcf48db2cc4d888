// Where a text may lead.

/** Schemes and beginnings of addresses that a link may have; all others could run something. */
const LINK = /^(?:https?:\/\/[^\s/]|mailto:[^\s@]+@|tel:[+\d]|\/(?!\/)|\.{1,2}\/|#|\?|[^\s:/?#]+(?:[/?#]|$))/i;

/** An address that can be given to a link: of a page, of mail, of a telephone, or within the page's own site. */
export const isLink = (address: string): boolean =>
  LINK.test(address) && !/[\s\u0000-\u001f\u007f<>"`\\]/.test(address);
