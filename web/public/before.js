// Runs before the page's modules. The content security policy forbids building code from text, which zod would probe
// for when the first schema is made; zod shares its configuration through this name.
globalThis.__zod_globalConfig = { jitless: true };

// What every screen begins with is asked for while the page's own script is still on its way. The draft only where the
// page before has left nothing to send first.
(() => {
  let draft = null;
  try {
    const id = new URLSearchParams(location.search).get('draft') ?? sessionStorage.getItem('ostrakon-draft') ?? '1';
    draft = sessionStorage.getItem(`ostrakon-unsent-steps-${id}`) === null && /^\d+$/.test(id) ? id : null;
  } catch {}
  const paths = [...(draft === null ? [] : [`/api/drafts/${draft}`]), '/api/trials', '/api/products'];
  globalThis.ostrakonAsked = new Map(paths.map((path) => [path, fetch(path)]));
  // An answer nobody waits for any more is no fault of the page.
  for (const asked of globalThis.ostrakonAsked.values()) asked.catch(() => undefined);
})();

// The look is known before anything is drawn: the owner's choice, else what the system wishes.
(() => {
  const dark = matchMedia('(prefers-color-scheme: dark)');
  const fire = () => {
    let look = null;
    try {
      look = localStorage.getItem('ostrakon-look');
    } catch {}
    const isDark = look === 'kiln' || (look !== 'slip' && dark.matches);
    document.documentElement.dataset.look = isDark ? 'kiln' : 'slip';
  };
  fire();
  dark.addEventListener('change', fire);
  addEventListener('ostrakon-look', fire);
})();
