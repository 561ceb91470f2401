import * as z from 'zod';

// Zod probes `new Function` otherwise, which the page's Content-Security-Policy refuses.
z.config({ jitless: true });
