// What the service worker does beside handing out the application (scripts/ground.mjs has that made by workbox-build).
const DEMO = 'rain-bed-demo';
const SHARED = 'rain-bed-shared';

/** A shared file is laid down where the page finds it; the page opens with the list. */
async function shared(request) {
  const file = (await request.formData()).get('file');
  if (file instanceof File) {
    const cache = await caches.open(SHARED);
    await cache.put('/shared', new Response(file, { headers: { 'X-Name': encodeURIComponent(file.name) } }));
  }
  return Response.redirect('/?shared', 303);
}

/** The demo shows come from their server, or from what was kept of them. */
async function demo(request) {
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await (await caches.open(DEMO)).match(request.url);
    if (kept) return kept;
    throw error;
  }
}

self.addEventListener('fetch', (event) => {
  const { pathname, origin } = new URL(event.request.url);
  if (origin !== self.location.origin) return;
  if (event.request.method === 'POST' && pathname === '/shared') event.respondWith(shared(event.request));
  else if (event.request.method === 'GET' && pathname.startsWith('/demo/')) event.respondWith(demo(event.request));
});
