// The drawn unit: a touch on a part opens its card beside it. Where a card stands, and what it says, comes from the server.
(() => {
  let open = null;
  const places = new CSSStyleSheet();
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, places];
  const unit = () => document.getElementById('unit');
  const card = id => document.getElementById('card-' + id);
  const mark = () => document.querySelectorAll('.unit a.part').forEach(a => a.classList.toggle('at', a.dataset.card === open));

  function close(back) {
    const was = open && card(open);
    if (was) was.hidden = true;
    const from = open && document.querySelector(`.unit a[data-card="${open}"]`);
    open = null;
    mark();
    if (back && from) from.focus();
  }

  function place(next) {
    const scale = document.querySelector('#unit-touch').getBoundingClientRect().width / 780;
    next.hidden = false;
    const left = Math.max(0, Math.min(next.dataset.x * scale, 780 * scale - next.offsetWidth));
    // A rule and no style of the element: styles on elements are refused here, and a swap would carry them over.
    places.replaceSync(`#${next.id} { left: ${left}px; top: ${next.dataset.y * scale}px; }`);
    mark();
  }

  function show(id, at) {
    const next = card(id);
    if (!next || unit().classList.contains('as-list')) return false;
    if (open !== id) close(false);
    open = id;
    place(next);
    const first = (at && document.getElementById(at)) || next;
    first.querySelector('.touch')?.focus({ preventScroll: true });
    next.scrollIntoView({ block: 'nearest' });
    return true;
  }

  // The lines under the parts take their state from what is touched: that alone is sent back by a touch.
  document.addEventListener('htmx:oobAfterSwap', e => {
    if (e.detail.target.id !== 'unit-touch') return;
    for (const a of document.querySelectorAll('#unit-touch a.part'))
      for (const art of document.querySelectorAll(`[data-art="${a.dataset.card}"]`)) {
        const now = 'art' + a.getAttribute('class').slice(4);
        if (art.getAttribute('class') !== now) art.setAttribute('class', now);
      }
    mark();
  });

  document.addEventListener('click', e => {
    if (!unit()) return;
    const to = e.target.closest('[data-card]');
    if (to) { if (show(to.dataset.card)) e.preventDefault(); return; }
    if (e.target.closest('.unit [data-close]')) { close(true); return; }
    const link = e.target.closest('a[href^="#finding-"]');
    const finding = link && document.getElementById(link.getAttribute('href').slice(1));
    const holds = finding?.closest('.card');
    if (holds && show(holds.id.slice(5), finding.id)) e.preventDefault();
  });
  document.addEventListener('keydown', e => { if (e.key === 'Escape' && open && unit()) close(true); });

  // A reading under correction, or one sent with something wrong, stands open on its card.
  const asked = () => document.querySelector('.unit:not(.as-list) .card.asked');
  document.addEventListener('DOMContentLoaded', () => { if (asked()) show(asked().id.slice(5)); });

  // A touch changes the drawing round the open card, or the whole sheet with it: the card stands open again where it stood.
  document.addEventListener('htmx:afterSettle', e => {
    // Figures sent and taken are done with: their card closes, and the sheet under it says what they came to.
    if (e.detail.requestConfig?.elt.matches('.card form.sheet-form') && !document.querySelector('.card .fault:not(:empty)')) { open = null; mark(); }
    if (!open) { if (asked()) show(asked().id.slice(5)); return; }
    if (!card(open) || unit().classList.contains('as-list')) open = null;
    else if (card(open).hidden) place(card(open));
    else mark();
  });
})();
