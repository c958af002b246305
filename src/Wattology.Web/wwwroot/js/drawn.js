// Boxes that stand on a drawing: where each stands comes from the server with the drawing, which is drawn anew as values are typed.
(() => {
  const places = new CSSStyleSheet();
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, places];

  function place() {
    const bench = document.querySelector('[data-bench]');
    const svg = bench && bench.querySelector('.bench-svg');
    if (!svg) { places.replaceSync(''); return; }
    // In shares of the drawing's width, so that they stand on it however wide it is, and on paper.
    const { width } = svg.viewBox.baseVal;
    const share = n => `${(n.baseVal.value / width * 100).toFixed(3)}cqw`;
    places.replaceSync(`@media print, (min-width: 700px) { ${[...svg.querySelectorAll('[data-box]')].map(r => `[data-on="${r.dataset.box}"] {
      position: absolute; left: ${share(r.x)}; top: ${share(r.y)}; width: ${share(r.width)}; }`).join(' ')} }`);
  }

  // A value touched instead of typed goes into its box as it is said, and is read there like any other.
  document.addEventListener('click', e => {
    const several = e.target.closest('[data-puts]');
    for (const [field, ...value] of several ? several.dataset.puts.split('|').map(p => p.split('=')) : []) {
      const of = several.form.elements[field];
      const box = of instanceof RadioNodeList ? [...of].find(choice => choice.value === value.join('=')) : of;
      if (box === of) box.value = value.join('=');
      else box.checked = true;
      box.dispatchEvent(new Event('input', { bubbles: true }));
    }
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

  // A port of the dial is turned by the finger or by the arrow keys; its angle goes into its box, always as seen from the compressor end.
  const turned = (port, degrees) => {
    const box = port.closest('form').elements[port.dataset.field];
    box.value = `${((Math.round(degrees) % 360) + 360) % 360}°`;
    box.dispatchEvent(new Event('input', { bubbles: true }));
  };
  const dialAngle = (svg, e) => {
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const [x, y] = svg.dataset.axis.split(' ').map(Number);
    return Math.atan2((svg.dataset.mirrored ? -1 : 1) * (at.x - x), y - at.y) * 180 / Math.PI;
  };
  // Nothing is assumed before the first touch: a ring without a port takes one where it is touched.
  document.addEventListener('click', e => {
    const ring = e.target.closest('.dial-ring[data-field]');
    if (ring && ring.closest('form')) turned(ring, dialAngle(ring.ownerSVGElement, e));
  });
  let turn = null;
  document.addEventListener('pointerdown', e => {
    const port = e.target.closest('.dial-port[data-field]');
    if (!port || !port.closest('form')) return;
    e.preventDefault();
    port.focus({ preventScroll: true });
    turn = { port, svg: port.ownerSVGElement, from: Number(port.dataset.deg), at: null };
    port.setPointerCapture(e.pointerId);
  });
  document.addEventListener('pointermove', e => {
    if (!turn) return;
    turn.at = dialAngle(turn.svg, e);
    const by = (turn.svg.dataset.mirrored ? -1 : 1) * (turn.at - turn.from);
    turn.port.setAttribute('transform', `rotate(${by} ${turn.svg.dataset.axis})`);
  });
  document.addEventListener('pointerup', () => {
    if (turn && turn.at !== null) turned(turn.port, turn.at);
    turn = null;
  });
  document.addEventListener('pointercancel', () => { if (turn) turn.port.removeAttribute('transform'); turn = null; });
  let keyed = null;
  document.addEventListener('keydown', e => {
    const port = e.target.closest && e.target.closest('.dial-port[data-field]');
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 15, PageDown: -15 }[e.key];
    if (!port || !by) return;
    e.preventDefault();
    // To the right is clockwise as it is seen.
    const degrees = Number(port.dataset.deg) + (port.ownerSVGElement.dataset.mirrored ? -by : by);
    port.dataset.deg = degrees;
    keyed = port.dataset.field;
    turned(port, degrees);
  });
  // Drawn anew, the port that was being turned keeps the focus.
  document.addEventListener('htmx:oobAfterSwap', () => {
    if (!keyed || document.activeElement !== document.body) return;
    const port = document.querySelector(`.dial-port[data-field="${keyed}"]`);
    if (port) port.focus({ preventScroll: true });
  });

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
