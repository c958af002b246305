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

  document.addEventListener('DOMContentLoaded', place);
  document.addEventListener('htmx:afterSettle', place);
  document.addEventListener('htmx:oobAfterSwap', place);
  addEventListener('resize', place);
  // Unfolded, a bench has its size only then.
  document.addEventListener('toggle', place, true);
})();
