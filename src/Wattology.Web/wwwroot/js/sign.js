// A signature drawn with a finger: strokes as a path of whole numbers from 0 to 1000, so that it stands as it was drawn at any size.
(() => {
  const fieldOf = pad => document.getElementById(pad.dataset.sign);
  const pen = pad => {
    const ratio = devicePixelRatio || 1;
    const [w, h] = [pad.clientWidth, pad.clientHeight];
    const of = pad.getContext('2d');
    if (pad.width !== Math.round(w * ratio)) [pad.width, pad.height] = [Math.round(w * ratio), Math.round(h * ratio)];
    of.setTransform(pad.width / 1000, 0, 0, pad.height / 1000, 0, 0);
    of.strokeStyle = getComputedStyle(pad).color;
    of.lineWidth = 6;
    of.lineCap = of.lineJoin = 'round';
    return of;
  };
  const draw = pad => {
    const of = pen(pad);
    of.clearRect(0, 0, 1000, 1000);
    of.stroke(new Path2D(fieldOf(pad).value));
  };
  const point = (pad, e) => {
    const box = pad.getBoundingClientRect();
    const at = (v, from, size) => Math.max(0, Math.min(1000, Math.round(1000 * (v - from) / size)));
    return at(e.clientX, box.left, box.width) + ',' + at(e.clientY, box.top, box.height);
  };
  document.addEventListener('pointerdown', e => {
    const pad = e.target.closest && e.target.closest('canvas[data-sign]');
    if (!pad) return;
    e.preventDefault();
    pad.setPointerCapture(e.pointerId);
    const field = fieldOf(pad);
    field.value += 'M' + point(pad, e);
    let last = point(pad, e);
    const move = m => {
      const now = point(pad, m);
      // The record keeps so many points and no more; nobody's name is longer.
      if (now === last || field.value.length > 29000) return;
      last = now;
      field.value += 'L' + now;
      draw(pad);
    };
    const up = () => {
      pad.removeEventListener('pointermove', move);
      field.dispatchEvent(new Event('input', { bubbles: true }));
    };
    pad.addEventListener('pointermove', move);
    pad.addEventListener('pointerup', up, { once: true });
    pad.addEventListener('pointercancel', up, { once: true });
  });
  document.addEventListener('click', e => {
    const wipe = e.target.closest && e.target.closest('[data-sign-clear]');
    if (!wipe) return;
    document.getElementById(wipe.dataset.signClear).value = '';
    for (const pad of document.querySelectorAll(`canvas[data-sign="${wipe.dataset.signClear}"]`)) draw(pad);
  });
  document.addEventListener('DOMContentLoaded', () => { for (const pad of document.querySelectorAll('canvas[data-sign]')) draw(pad); });
})();
