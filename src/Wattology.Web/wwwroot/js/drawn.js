// Boxes that stand on a drawing: where each stands comes from the server with the drawing, which is drawn anew as values are typed.
(() => {
  const places = new CSSStyleSheet();
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, places];

  function place() {
    const bench = document.querySelector('[data-bench]');
    const svg = bench && bench.querySelector('.bench-svg');
    if (!svg) { places.replaceSync(''); return; }
    // In shares of the drawing, so that they stand on it at any width, and on paper.
    const { width, height } = svg.viewBox.baseVal;
    const share = (n, of) => `${(n / of * 100).toFixed(3)}%`;
    places.replaceSync(`@media print, (min-width: 700px) { ${[...svg.querySelectorAll('[data-box]')].map(r => `[data-on="${r.dataset.box}"] {
      position: absolute; left: ${share(r.x.baseVal.value, width)}; top: ${share(r.y.baseVal.value, height)};
      width: ${share(r.width.baseVal.value, width)}; }`).join(' ')} }`);
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

  // A joint of a drawn pipe is taken and pulled: its stretch gets the length and the fall the hand gave it, as about so much.
  let pull = null;
  document.addEventListener('pointerdown', e => {
    const joint = e.target.closest('.b-joint');
    const form = joint && joint.closest('form');
    if (!form) return;
    e.preventDefault();
    const [x, y] = joint.dataset.from.split(' ').map(Number);
    const line = document.createElementNS('http://www.w3.org/2000/svg', 'path');
    line.setAttribute('class', 'b-tried');
    joint.ownerSVGElement.append(line);
    pull = { joint, svg: joint.ownerSVGElement, form, x, y, line, at: null };
    joint.setPointerCapture(e.pointerId);
  });
  document.addEventListener('pointermove', e => {
    if (!pull) return;
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(pull.svg.getScreenCTM().inverse());
    pull.at = { x: Math.max(pull.x + 1, at.x), y: at.y };
    pull.line.setAttribute('d', `M${pull.x},${pull.y}L${pull.at.x},${pull.at.y}`);
  });
  document.addEventListener('pointerup', () => {
    if (!pull) return;
    const { form, joint, svg, x, y, at, line } = pull;
    pull = null;
    line.remove();
    if (!at) return;
    const scale = Number(svg.dataset.scale);
    const about = mm => `~${Math.round(mm / 5) * 5} mm`.replace('-', '−');
    const say = (field, text) => {
      const box = form.elements[`input.segments.${joint.dataset.joint}.${field}`];
      box.value = text;
      box.dispatchEvent(new Event('input', { bubbles: true }));
    };
    say('fall_mm', about((at.y - y) / scale));
    say('length_mm', about(Math.hypot(at.x - x, at.y - y) / scale));
    const stretch = form.querySelector(`[name="stretch"][value="${joint.dataset.joint}"]`);
    if (stretch) stretch.checked = true;
  });
  document.addEventListener('pointercancel', () => { if (pull) { pull.line.remove(); pull = null; } });

  document.addEventListener('DOMContentLoaded', place);
  document.addEventListener('htmx:afterSettle', place);
  document.addEventListener('htmx:oobAfterSwap', place);
})();
