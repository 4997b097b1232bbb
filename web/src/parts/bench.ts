let known = '';

/**
 * Which bench this page works at: the demo's and one's own keep their drafts apart in one browser. Told as soon as the
 * server has said it, before anything is drawn.
 */
export function workAt(bench: string) {
  // Other data behind the same address: nothing on the screen fits it any more.
  if (known !== '' && known !== bench) window.location.reload();
  known = bench;
}

export function bench(): string {
  return known;
}
