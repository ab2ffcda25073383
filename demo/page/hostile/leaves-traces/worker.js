self.addEventListener('fetch', (e) => e.respondWith(new Response('taken over')))
