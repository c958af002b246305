// A reference hose is pulled from the port that gives to the port that takes: by finger, by one touch and then another, or by the keyboard.
(() => {
  let from = null;
  let pull = null;
  let pulled = false;
  const port = e => e.target.closest && e.target.closest('.hose-port[tabindex]');
  const mark = () => document.querySelectorAll('.hose-port').forEach(p => p.classList.toggle('taken', p.dataset.hosePort === from));

  function lead(to) {
    const form = document.getElementById('lead');
    form.elements.from.value = from;
    form.elements.to.value = to;
    from = null;
    mark();
    form.requestSubmit();
  }

  // What gives is taken first, what takes ends the hose; whichever is touched, the server says what is wrong with it.
  function touch(at) {
    if (at.dataset.gives) { from = from === at.dataset.hosePort ? null : at.dataset.hosePort; mark(); }
    else if (from) lead(at.dataset.hosePort);
  }

  document.addEventListener('pointerdown', e => {
    const at = port(e);
    if (!at || !at.dataset.gives) return;
    const { cx, cy } = at.querySelector('circle');
    const [x, y] = [cx.baseVal.value, cy.baseVal.value];
    const line = document.createElementNS('http://www.w3.org/2000/svg', 'path');
    line.setAttribute('class', 'b-tried');
    at.ownerSVGElement.append(line);
    pull = { at, x, y, line, moved: false };
    at.setPointerCapture(e.pointerId);
  });
  document.addEventListener('pointermove', e => {
    if (!pull) return;
    const to = new DOMPoint(e.clientX, e.clientY).matrixTransform(pull.at.ownerSVGElement.getScreenCTM().inverse());
    pull.moved = pull.moved || Math.hypot(to.x - pull.x, to.y - pull.y) > 40;
    if (pull.moved) pull.line.setAttribute('d', `M${pull.x},${pull.y}L${to.x},${to.y}`);
  });
  document.addEventListener('pointerup', e => {
    if (!pull) return;
    const { at, line, moved } = pull;
    pull = null;
    line.remove();
    pulled = moved;
    if (!moved) return;
    const under = document.elementFromPoint(e.clientX, e.clientY);
    const to = under && under.closest('.hose-port[tabindex]');
    from = at.dataset.hosePort;
    if (to && to !== at) lead(to.dataset.hosePort); else { from = null; mark(); }
  });
  document.addEventListener('pointercancel', () => { if (pull) { pull.line.remove(); pull = null; } });
  // The click that ends a pull is no touch of its own.
  document.addEventListener('click', e => {
    const at = port(e);
    if (at && !pulled) touch(at);
    pulled = false;
  });
  document.addEventListener('keydown', e => {
    const at = port(e);
    if (!at || (e.key !== 'Enter' && e.key !== ' ')) return;
    e.preventDefault();
    touch(at);
  });
  document.addEventListener('htmx:afterSettle', () => { if (!document.querySelector('.hose-port')) from = null; mark(); });
})();

// What comes off is touched on the strip drawing: by finger, or by Enter.
(() => {
  const off = spot => {
    const form = document.getElementById('strip-form');
    form.elements.place.value = spot.dataset.strip;
    form.requestSubmit();
  };
  const find = e => e.target.closest && e.target.closest('.strip-spot[tabindex]');
  document.addEventListener('click', e => {
    const spot = find(e);
    if (spot) off(spot);
    // Said by its own button instead: what was touched before, and perhaps never sent, is not meant.
    const button = e.target.closest && e.target.closest('#strip-form button');
    if (button) button.form.elements.place.value = '';
  });
  document.addEventListener('keydown', e => {
    const spot = find(e);
    if (spot && (e.key === 'Enter' || e.key === ' ')) { e.preventDefault(); off(spot); }
  });
})();
