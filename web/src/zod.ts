import { z } from 'zod';

// Zod would compile its checks with new Function, which the content security policy forbids.
z.config({ jitless: true });
