// What every page needs beside htmx: links in the drawing, focus after a change, drafts, and two keys.
(() => {
  const drafts = 'wattology-draft:';

  // htmx takes over links in HTML but not those inside an SVG; without this they would load twice.
  document.addEventListener('click', e => {
    if (e.target.closest && e.target.closest('svg a[hx-get]') && !e.ctrlKey && !e.metaKey && !e.shiftKey) e.preventDefault();
  });

  const save = form => {
    const fields = [];
    for (const el of form.elements) {
      if (!el.name || el.type === 'hidden' || el.type === 'password' || el.type === 'file' || el.type === 'submit') continue;
      if ((el.type === 'radio' || el.type === 'checkbox') && !el.checked) { if (el.type === 'checkbox') fields.push([el.name, el.value, false]); continue; }
      fields.push([el.name, el.value, true]);
    }
    try {
      localStorage.setItem(drafts + form.dataset.draft, JSON.stringify({ at: Date.now(), fields }));
    } catch { /* a full or closed store only loses the safety net */ }
  };

  const restore = form => {
    let draft;
    try { draft = JSON.parse(localStorage.getItem(drafts + form.dataset.draft)); } catch { return; }
    if (!draft || Date.now() - draft.at > 24 * 3600e3) return;
    let changed = false;
    for (const [name, value, on] of draft.fields) {
      for (const el of form.querySelectorAll(`[name="${CSS.escape(name)}"]`)) {
        if (el.type === 'radio' || el.type === 'checkbox') { if (el.value === value && el.checked !== on) { el.checked = on; changed = true; } }
        else if (el.type !== 'hidden' && el.value !== value) { el.value = value; changed = true; }
      }
    }
    if (!changed) return;
    const note = document.createElement('p');
    note.className = 'note';
    note.setAttribute('role', 'status');
    note.textContent = 'What you typed here before is back; it is not recorded yet. ';
    const drop = document.createElement('button');
    drop.type = 'button';
    drop.className = 'plain';
    drop.textContent = 'Forget it';
    drop.addEventListener('click', () => { localStorage.removeItem(drafts + form.dataset.draft); location.reload(); });
    note.append(drop);
    form.prepend(note);
  };

  const settle = root => {
    for (const said of root.querySelectorAll('[data-saved]')) {
      const key = said.dataset.saved;
      if (!key) continue;
      for (const k of Object.keys(localStorage)) if (k === drafts + key || k.startsWith(drafts + key + '?')) localStorage.removeItem(k);
    }
    for (const form of root.querySelectorAll('form[data-draft]')) {
      // A form that came back with faults holds what was typed already.
      if (!form.querySelector('.fault-list')) restore(form);
      form.addEventListener('input', () => save(form));
    }
  };

  document.addEventListener('DOMContentLoaded', () => {
    settle(document);
    const faults = document.querySelector('.fault-list');
    if (faults) faults.focus();
  });

  document.addEventListener('htmx:afterSwap', e => {
    if (e.detail.target.id !== 'sheet') return;
    const sheet = document.getElementById('sheet');
    settle(sheet);
    const modal = sheet.querySelector('.instrument button, .instrument input:not([type=hidden])');
    const first = sheet.querySelector('.fault-list') || modal || document.getElementById('sheet-title');
    if (first) first.focus({ preventScroll: true });
    if (first && sheet.getBoundingClientRect().top !== first.getBoundingClientRect().top) first.scrollIntoView({ block: 'nearest' });
    const { top } = sheet.getBoundingClientRect();
    if (top > innerHeight / 2 || top < 0) (sheet.querySelector('.fault-list') || sheet).scrollIntoView();
  });

  const bar = document.getElementById('lost');
  const offline = bar.textContent;
  const lost = (shown, words) => { bar.textContent = words || offline; bar.hidden = !shown; };
  document.addEventListener('htmx:sendError', () => lost(true));
  document.addEventListener('htmx:afterOnLoad', e => { if (e.detail.successful) lost(false); });
  document.addEventListener('htmx:responseError', e => lost(true, e.detail.xhr.status === 400
    ? 'This page was opened too long ago, or under another name. Reload it: what you typed is kept here, it is not recorded yet.'
    : 'The server could not do this; nothing was half-saved. What you typed is kept here. Try once more.'));
  addEventListener('offline', () => lost(true));
  addEventListener('online', () => lost(false));

  document.addEventListener('keydown', e => {
    if (e.ctrlKey || e.metaKey || e.altKey || /^(input|textarea|select)$/i.test(e.target.tagName)) return;
    if (e.key === 'n' && document.querySelector('a[href="/book-in"]')) location.href = '/book-in';
    if (e.key === '/') {
      const q = document.getElementById('q');
      if (q) { q.focus(); e.preventDefault(); } else location.href = '/';
    }
  });
})();
