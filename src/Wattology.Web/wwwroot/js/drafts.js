// What is typed into a form stays in the browser until the server says that it is recorded.
(() => {
  // Each person's own: whoever signs in next at a shared tablet sees nothing of them.
  const drafts = `wattology-draft:${document.body.dataset.person || ''}:`;

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
    const folded = form.closest('details');
    if (folded) folded.open = true;
    form.dispatchEvent(new Event('input', { bubbles: true }));
  };

  const settle = root => {
    for (const said of root.querySelectorAll('[data-saved]')) {
      const key = said.dataset.saved;
      if (!key) continue;
      for (const k of Object.keys(localStorage)) if (k === drafts + key || k.startsWith(drafts + key + '?')) localStorage.removeItem(k);
    }
    for (const form of root.querySelectorAll('form[data-draft]')) {
      // A form that came back with faults holds what was typed already.
      if (form.dataset.fresh) save(form);
      else if (!document.querySelector('.fault-list')) restore(form);
      form.addEventListener('input', () => save(form));
    }
  };

  document.addEventListener('DOMContentLoaded', () => settle(document));
  document.addEventListener('htmx:afterSwap', e => { if (['sheet', 'booking'].includes(e.detail.target.id)) settle(e.detail.target); });
})();
