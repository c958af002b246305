// Boxes that stand on a drawing: where each stands comes from the server with the drawing, which is drawn anew as values are typed.
(() => {
  const places = new CSSStyleSheet();
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, places];

  function place() {
    const bench = document.querySelector('[data-bench]');
    const svg = bench && bench.querySelector('.bench-svg');
    if (!svg) { places.replaceSync(''); return; }
    const scale = svg.getBoundingClientRect().width / Number(bench.dataset.bench);
    if (!scale || innerWidth < 700) { places.replaceSync(''); return; }
    places.replaceSync([...svg.querySelectorAll('[data-box]')].map(r => `[data-on="${r.dataset.box}"] { position: absolute;
      left: ${r.x.baseVal.value * scale}px;
      top: ${r.y.baseVal.value * scale}px; width: ${r.width.baseVal.value * scale}px; }`).join(' '));
  }

  // A value touched instead of typed goes into its box as it is said, and is read there like any other.
  document.addEventListener('click', e => {
    const put = e.target.closest('[data-put], [data-count]');
    if (!put) return;
    const box = put.form.elements[put.dataset.put || put.dataset.count];
    box.value = put.dataset.put ? put.dataset.value : oneMore(box.value, put.dataset.value);
    box.dispatchEvent(new Event('input', { bubbles: true }));
  });

  // "2 banjos, 1 elbow" with one more of a kind.
  function oneMore(text, kind) {
    const counts = new Map();
    for (const [, n, of] of text.matchAll(/(\d+) (banjo|elbow|bend)/g)) counts.set(of, Number(n));
    counts.set(kind, (counts.get(kind) || 0) + 1);
    return [...counts].map(([of, n]) => `${n} ${of}${n > 1 ? 's' : ''}`).join(', ');
  }

  document.addEventListener('DOMContentLoaded', place);
  document.addEventListener('htmx:afterSettle', place);
  document.addEventListener('htmx:oobAfterSwap', place);
  addEventListener('resize', place);
  // Unfolded, a bench has its size only then.
  document.addEventListener('toggle', place, true);
})();
