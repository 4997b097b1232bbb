/*
 * What was opened lately stays readable without a connection. Whoever reads is told that it is old, by a header that the
 * page shows; nothing that changes anything goes through here. Signing out, and being signed out, forgets all of it.
 */
const SHELL = 'gewerk-shell';
const READ = 'gewerk-read';
const AT = 'X-Gewerk-Kept';
const MOST = 400;
/** Longer than this nobody waits for a line that is only slow, when there is something older to read. */
const PATIENCE_MS = 8000;

/** What is only true now, or is nobody's to read later. */
const NEVER = [/^\/api\/account\//, /^\/api\/phone\//, /^\/api\/alive/, /\/pulse$/, /^\/api\/standin\//];

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => {
  if (event.data === 'forget') event.waitUntil(caches.delete(READ));
});

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (event.request.mode === 'navigate') event.respondWith(shell(event.request));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(asset(event.request));
  else if (url.pathname.startsWith('/api/') && !NEVER.some((path) => path.test(url.pathname))) {
    event.respondWith(read(event.request));
  }
});

/** Every address of the front end opens the same page. */
async function shell(request) {
  const kept = await caches.open(SHELL);
  try {
    const fresh = await fetch(request);
    if (fresh.ok) await kept.put('/', fresh.clone());
    return fresh;
  } catch (away) {
    const old = await kept.match('/');
    if (old) return old;
    throw away;
  }
}

/** Their names change with what they hold. */
async function asset(request) {
  const kept = await caches.open(SHELL);
  const before = await kept.match(request);
  if (before) return before;
  const fresh = await fetch(request);
  if (fresh.ok) {
    await kept.put(request, fresh.clone());
    await leaveOut(kept);
  }
  return fresh;
}

async function read(request) {
  const kept = await caches.open(READ);
  try {
    const fresh = await fetch(request, {
      signal: AbortSignal.any([request.signal, patience(kept, request)]),
    });
    if (fresh.status === 401) await caches.delete(READ);
    else if (fresh.status === 503) return (await old(kept, request)) ?? fresh;
    else if (fresh.ok) await keep(kept, request, fresh.clone());
    return fresh;
  } catch (away) {
    const before = request.signal.aborted ? undefined : await old(kept, request);
    if (before) return before;
    throw away;
  }
}

/** Gives up on a slow line only where there is something to read instead. */
function patience(kept, request) {
  const given = new AbortController();
  setTimeout(() => void kept.match(request).then((before) => before && given.abort()), PATIENCE_MS);
  return given.signal;
}

async function keep(kept, request, answer) {
  const headers = new Headers(answer.headers);
  headers.set(AT, new Date().toISOString());
  // Put again, it is the youngest.
  await kept.delete(request);
  await kept.put(request, new Response(await answer.blob(), { status: answer.status, headers }));
  await leaveOut(kept);
}

async function leaveOut(kept) {
  const all = await kept.keys();
  await Promise.all(all.slice(0, Math.max(0, all.length - MOST)).map((oldest) => kept.delete(oldest)));
}

async function old(kept, request) {
  return kept.match(request);
}
