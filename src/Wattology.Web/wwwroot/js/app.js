// What every page needs beside htmx: links in the drawing, the place of hand and eye after a change, and two keys.
(() => {
  // htmx takes over links in HTML but not those inside an SVG; without this they would load twice.
  document.addEventListener('click', e => {
    if (e.target.closest && e.target.closest('svg a[hx-get]') && !e.ctrlKey && !e.metaKey && !e.shiftKey) e.preventDefault();
  });

  // One of several ways a value may be meant: touched, it stands in the box.
  document.addEventListener('click', e => {
    const offer = e.target.closest && e.target.closest('[data-take]');
    const box = offer && offer.closest('.field').querySelector('.value-box input');
    if (!box) return;
    box.value = offer.dataset.take;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    box.focus({ preventScroll: true });
  });

  // The sheet as it stands now: not under the hands of somebody who types, and not while a picture is marked or something is on its way.
  const renew = () => {
    if (!document.getElementById('sheet') || document.querySelector('.photo-stage')) return;
    if (document.querySelector('#pad:not([hidden])') || document.activeElement.matches('#sheet :is(input:not([type=file]), textarea, select)')
      || document.querySelector('.htmx-request')) { setTimeout(renew, 700); return; }
    htmx.ajax('GET', location.pathname + location.search, '#sheet');
  };
  document.addEventListener('wattology:renew', renew);

  // Answers come when they are ready, and a weak line turns their order about. Whoever went on to another sheet stays there: an answer to what was asked
  // before is taken into it, and said where it was refused. What owns the screen owns it all the same.
  const asked = new WeakMap();
  let [latest, shown] = [0, 0];
  document.addEventListener('htmx:beforeRequest', e => { if (e.detail.target.id === 'sheet') asked.set(e.detail.xhr, ++latest); });
  document.addEventListener('htmx:beforeSwap', e => {
    const { requestConfig, shouldSwap, target, serverResponse, xhr } = e.detail;
    const mine = asked.get(xhr);
    if (!shouldSwap || !mine || target.id !== 'sheet') return;
    if (mine > shown) { shown = mine; return; }
    const page = new DOMParser().parseFromString(serverResponse, 'text/html');
    if (page.querySelector('.instrument')) return;
    e.detail.shouldSwap = false;
    if (requestConfig.verb !== 'post') return;
    document.dispatchEvent(new CustomEvent('wattology:answered', { detail: page }));
    setTimeout(renew);
  });

  // What asked may be gone when its answer comes, since another answer took its place. The answer counts all the same, and for the whole page: left to
  // itself it would look for the drawing and the order of work where the one that asked is, which is nowhere.
  document.addEventListener('htmx:beforeSwap', e => {
    const { requestConfig, shouldSwap, target, serverResponse, pathInfo } = e.detail;
    const elt = requestConfig && requestConfig.elt;
    if (!shouldSwap || !elt || elt.isConnected || target.id !== 'sheet') return;
    e.detail.shouldSwap = false;
    if (elt.getAttribute('hx-push-url') === 'true') history.pushState({ htmx: true }, '', pathInfo.requestPath);
    htmx.swap(target, serverResponse, { swapStyle: 'innerHTML', swapDelay: 0, settleDelay: 20 }, { contextElement: target, eventInfo: e.detail });
  });

  // What was touched, and where its part of the sheet stands just before it changes: it stands there again afterwards. Whoever scrolled on meanwhile
  // stays where they are.
  let touched = null;
  document.addEventListener('htmx:beforeSwap', e => {
    const elt = e.detail.requestConfig && e.detail.requestConfig.elt;
    const form = elt && elt.closest('form');
    if (elt && elt.closest('.preview, .echo') || /^f-.*-echo$|^preview$/.test(e.detail.target.id)) return;
    const part = form && form.closest('.ask, .finding');
    touched = form ? { part: part ? part.id : null, top: part ? part.getBoundingClientRect().top : 0 } : null;
  });

  const quietly = el => { if (el) el.focus({ preventScroll: true }); };

  // In this order: what is wrong, what owns the screen, where the next action is, where the finger is, the sheet's beginning.
  const place = (sheet, acted) => {
    const fault = sheet.querySelector('.fault-list, .ask.wrong .fault');
    if (fault) { quietly(fault); fault.scrollIntoView({ block: 'center' }); return; }
    const modal = sheet.querySelector('.instrument button, .instrument input:not([type=hidden])');
    if (modal) { quietly(modal); return; }
    const part = acted && acted.part && document.getElementById(acted.part);
    const next = acted && sheet.querySelector('[data-next]');
    if (next && !(part && part.querySelector('.said'))) {
      quietly(next.querySelector('button:not([hidden]), input:not([type=hidden])'));
      next.scrollIntoView({ block: 'nearest' });
      return;
    }
    if (part) {
      scrollBy({ top: part.getBoundingClientRect().top - acted.top, behavior: 'instant' });
      quietly(part.querySelector('[aria-pressed="true"]') || part.querySelector('button:not([hidden]), summary'));
      return;
    }
    quietly(document.getElementById('sheet-title'));
    const { top } = sheet.getBoundingClientRect();
    if (acted || top < 0 || top > innerHeight / 2) sheet.scrollIntoView({ block: innerWidth < 1120 && !acted ? 'nearest' : 'start' });
    if (!acted && innerWidth < 1120) scrollTo({ top: 0, behavior: 'instant' });
  };

  // The bar and the strip are one line where the screen is narrow: they stand at what is open, else at what is next.
  const reach = () => {
    for (const [line, mark] of [['.work', '.here, .next'], ['.strip', '[aria-current]']]) {
      const row = document.querySelector(line);
      const at = row && (row.querySelector(mark.split(', ')[0]) || row.querySelector(mark));
      if (at) row.scrollLeft = at.offsetLeft - row.offsetLeft - (row.clientWidth - at.offsetWidth) / 3;
    }
  };

  document.addEventListener('DOMContentLoaded', () => {
    reach();
    const faults = document.querySelector('.fault-list');
    if (faults) faults.focus();
  });

  document.addEventListener('htmx:afterSettle', e => {
    // A box that is still open is named by its own label.
    for (const link of e.detail.target.querySelectorAll('[data-label-of]')) {
      const label = document.querySelector(`label[for="${link.dataset.labelOf}"], #${link.dataset.labelOf}`);
      const text = label && (label.matches('label') ? label : label.closest('fieldset')?.querySelector('legend') || label);
      if (text) link.textContent = text.firstChild.textContent.trim();
    }
    reach();
  });

  document.addEventListener('htmx:afterSwap', e => {
    if (e.detail.target.id === 'sheet') place(document.getElementById('sheet'), touched);
    else if (touched && touched.part && e.detail.elt.id === touched.part) place(e.detail.elt.parentElement, touched);
  });

  // Unfolding the figures goes on to their first box, so that on a tablet its pad is up with the same touch.
  document.addEventListener('toggle', e => {
    if (!e.target.matches || !e.target.matches('details.figures') || !e.target.open || !e.target.dataset.touched) return;
    const box = [...e.target.querySelectorAll('.value-box input')].find(b => !b.value);
    if (box) box.focus();
  }, true);
  document.addEventListener('click', e => {
    const summary = e.target.closest && e.target.closest('details.figures > summary');
    if (summary) summary.parentElement.dataset.touched = 'yes';
  });

  document.addEventListener('keydown', e => {
    if (e.ctrlKey || e.metaKey || e.altKey || /^(input|textarea|select)$/i.test(e.target.tagName)) return;
    if (e.key === 'n' && document.querySelector('a[href="/book-in"]')) location.href = '/book-in';
    if (e.key === '/') {
      const q = document.getElementById('q');
      if (q) { q.focus(); e.preventDefault(); } else location.href = '/';
    }
  });

  // As the server reads a file's letters: spreadsheets and loggers save others than a browser expects.
  const letters = bytes => {
    const [first, second] = new Uint8Array(bytes);
    if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
    try { return new TextDecoder('utf-8', { fatal: true }).decode(bytes); } catch { return new TextDecoder('windows-1252').decode(bytes); }
  };

  // A file's samples go into the box as if they were pasted: there they can be seen and corrected, and are judged at once.
  document.addEventListener('change', async e => {
    const into = e.target.dataset && e.target.dataset.into && document.getElementById(e.target.dataset.into);
    const file = into && e.target.files && e.target.files[0];
    if (!file) return;
    into.value = letters(await file.arrayBuffer());
    e.target.value = '';
    into.dispatchEvent(new Event('input', { bubbles: true }));
  });
})();

// Text to take elsewhere: copied by a touch where the browser allows it, and marked to be copied by hand where it does not.
document.addEventListener('click', async e => {
  const copy = e.target.closest && e.target.closest('[data-copy]');
  if (e.target.closest && e.target.closest('[data-print]')) print();
  if (!copy) return;
  const text = document.getElementById(copy.dataset.copy);
  text.focus();
  text.select();
  try { await navigator.clipboard.writeText(text.value); copy.textContent = 'Copied'; } catch { copy.textContent = 'Marked: copy it by hand'; }
});
