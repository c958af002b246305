// A shared tablet nobody touches locks: its session opens again with the same person's pin. What was typed stays in the browser.
(() => {
  const minutes = Number(document.body.dataset.lock || 0);
  if (!minutes) return;
  const key = 'wattology-touched';
  let written = 0;
  const touched = () => {
    const now = Date.now();
    if (now - written < 2000) return;
    written = now;
    try { localStorage.setItem(key, String(now)); } catch { /* then each tab counts for itself */ }
  };
  const last = () => { try { return Number(localStorage.getItem(key)) || written; } catch { return written; } };

  let locking = false;
  const look = async () => {
    // While something turns the screen stays open: its stop is worth more than the lock.
    if (document.querySelector('.instrument, .running')) touched();
    if (locking || Date.now() - last() < minutes * 60e3) return;
    locking = true;
    const token = document.querySelector('input[name=__RequestVerificationToken]');
    try {
      const body = new URLSearchParams({ __RequestVerificationToken: token ? token.value : '' });
      const answer = await fetch('/locked?handler=Lock', { method: 'POST', body });
      if (answer.ok) location.assign('/locked?ReturnUrl=' + encodeURIComponent(location.pathname + location.search));
    } catch { /* the line is gone: tried again at the next look */ }
    locking = false;
  };
  for (const act of ['pointerdown', 'keydown', 'input']) addEventListener(act, touched, { capture: true, passive: true });
  // A tablet that slept is looked at before it is shown; one just signed in begins anew.
  if (document.referrer.endsWith('/sign-in') || /\/(sign-in|locked|code)\b/.test(document.referrer) || !last()) touched();
  look();
  document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'visible') look(); });
  setInterval(look, 5000);
})();
