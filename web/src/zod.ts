// Zod would compile its checks with new Function, which the content security policy forbids. Its configuration
// is read from here as its first module runs, so that the page need not hold Zod before it holds a schema.
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig = { jitless: true };

export {};
