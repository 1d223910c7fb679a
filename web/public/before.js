// Runs before the page's modules. The content security policy forbids building code from text, which zod would probe
// for when the first schema is made; zod shares its configuration through this name.
globalThis.__zod_globalConfig = { jitless: true };
