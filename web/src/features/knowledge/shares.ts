/** A name with its share, as typed. */
export interface Share {
  name: string;
  share: string;
}

/** `squeals=.75 rocks=.2`, one by one. */
export function sharesOf(cell: string): Share[] {
  return cell
    .split(' ')
    .filter((part) => part !== '')
    .map((part) => {
      const [name = '', share = ''] = part.split('=');
      return { name, share };
    });
}

export function joined(shares: Share[]): string {
  return shares.map(({ name, share }) => `${name}=${share}`).join(' ');
}

/** With another share for one of them; a blank within it would part it in two. */
export function withShare(shares: Share[], name: string, share: string): Share[] {
  return shares.map((one) => (one.name === name ? { name, share: share.replaceAll(/\s/g, '') } : one));
}
