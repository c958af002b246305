// One picture: nearer and farther by two fingers, wheel, button or key; marks and the points of an angle by a touch, or by the cross and Enter.
(() => {
  const svgNames = 'http://www.w3.org/2000/svg';
  const fingertip = 6;
  let stage = null;

  const view = () => stage.svg.viewBox.baseVal;
  const clamp = (v, least, most) => Math.min(Math.max(v, least), most);
  const at = (x, y) => new DOMPoint(x, y).matrixTransform(stage.svg.getScreenCTM().inverse());

  const zoomTo = (by, x, y) => {
    const v = view();
    const width = by === 0 ? stage.width : clamp(v.width / by, stage.width / 12, stage.width);
    const scale = width / v.width;
    v.x = clamp(x - (x - v.x) * scale, 0, stage.width - width);
    v.y = clamp(y - (y - v.y) * scale, 0, stage.height - width * stage.height / stage.width);
    [v.width, v.height] = [width, width * stage.height / stage.width];
  };
  const pan = (dx, dy) => {
    const v = view();
    v.x = clamp(v.x - dx, 0, stage.width - v.width);
    v.y = clamp(v.y - dy, 0, stage.height - v.height);
  };

  const asks = {
    arrow: ['Touch where the arrow begins, then what it points at.'],
    ring: ['Touch the middle of what is meant, then how far the ring goes.'],
    words: ['Type the words below, then touch where they begin.'],
    angle: ['1 of 4: touch the string, high up.', '2 of 4: touch the string, low down.', '3 of 4: touch one end of the flange’s face.',
        '4 of 4: touch its other end.'],
  };
  const ask = () => {
    const line = stage.root.querySelector('[data-ask]');
    const own = asks[stage.tool] || [];
    line.textContent = own[Math.min(stage.points.length, own.length - 1)] || '';
    line.hidden = !own.length || (stage.tool === 'angle' && stage.points.length > 3);
  };

  const draw = (name, attributes, into) => {
    const el = document.createElementNS(svgNames, name);
    for (const [key, value] of Object.entries(attributes)) el.setAttribute(key, value);
    (into || stage.passing).append(el);
    return el;
  };
  const begin = tool => {
    stage.tool = tool;
    stage.points = [];
    stage.passing.replaceChildren();
    for (const button of stage.root.querySelectorAll('[data-tool]')) {
      button.classList.toggle('on', button.dataset.tool === tool);
      button.setAttribute('aria-pressed', button.dataset.tool === tool);
    }
    const [marks, angle] = [stage.root.querySelector('.photo-mark-form'), stage.root.querySelector('.photo-angle-form')];
    if (marks) marks.hidden = !['arrow', 'ring', 'words'].includes(tool) && !stage.changed;
    if (angle) angle.hidden = tool !== 'angle';
    ask();
  };

  const share = value => (value / stage.width).toFixed(4);
  const field = (name, value) => {
    const input = document.createElement('input');
    [input.type, input.name, input.value] = ['hidden', name, value];
    return input;
  };
  const mark = (from, to) => {
    const form = stage.root.querySelector('.photo-mark-form');
    const text = form.querySelector('#mark-text');
    if (stage.tool === 'words' && !text.value.trim()) { text.focus(); stage.points = []; stage.passing.replaceChildren(); return; }
    const n = Math.max(-1, ...[...form.querySelectorAll('[data-mark]')].map(m => Number(m.dataset.mark))) + 1;
    const row = document.createElement('span');
    row.dataset.mark = n;
    for (const [name, value] of [['shape', stage.tool], ['from.x', share(from.x)], ['from.y', share(from.y)], ['to.x', share(to.x)], ['to.y', share(to.y)],
      ['text', text.value.trim()]]) row.append(field(`marks.${n}.${name}`, value));
    form.append(row);
    const group = draw('g', { class: 'photo-mark new', 'data-drawn': n }, stage.svg.querySelector('.photo-marks'));
    for (const style of ['under', 'over']) {
      if (stage.tool === 'arrow') draw('path', { class: style, d: `M${from.x},${from.y}L${to.x},${to.y}${barbs(from, to)}` }, group);
      if (stage.tool === 'ring') draw('circle', { class: style, cx: from.x, cy: from.y, r: Math.max(8, Math.hypot(to.x - from.x, to.y - from.y)) }, group);
    }
    if (text.value.trim()) draw('text', { x: from.x, y: from.y - 12, 'font-size': 30, 'text-anchor': from.x > stage.width * 0.6 ? 'end' : 'start' },
        group).textContent = text.value.trim();
    text.value = '';
    stage.points = [];
    stage.changed = true;
    stage.passing.replaceChildren();
    ask();
  };
  const barbs = (from, to) => {
    const turn = Math.atan2(to.y - from.y, to.x - from.x);
    const barb = by => `${to.x - 26 * Math.cos(turn + by)},${to.y - 26 * Math.sin(turn + by)}`;
    return `M${barb(0.5)}L${to.x},${to.y}L${barb(-0.5)}`;
  };

  const read = () => {
    const form = stage.root.querySelector('.photo-angle-form');
    if (stage.points.length < 4 || !form.querySelector('[name="from_turbine_end"]:checked')) return;
    htmx.trigger(form, 'read');
  };
  const angle = point => {
    if (stage.points.length > 4) { stage.points.length = 4; return; }
    const form = stage.root.querySelector('.photo-angle-form');
    const name = ['string_top', 'string_bottom', 'flange_one', 'flange_two'][stage.points.length - 1];
    form.elements[`${name}.x`].value = share(point.x);
    form.elements[`${name}.y`].value = share(point.y);
    // Nearer up, a fingertip covers less of the picture.
    form.elements.touch_share.value = clamp(fingertip / stage.svg.getScreenCTM().a / stage.width, 0.0005, 0.05).toFixed(4);
    draw('circle', { class: 'angle-point', cx: point.x, cy: point.y, r: 9 });
    const [a, b, c, d] = stage.points;
    if (stage.points.length === 2) draw('path', { class: 'angle-line', d: `M${a.x},${a.y}L${b.x},${b.y}` });
    if (stage.points.length === 4) draw('path', { class: 'angle-line', d: `M${c.x},${c.y}L${d.x},${d.y}` });
    ask();
    read();
  };

  const touch = point => {
    if (!stage.tool || stage.tool === 'look') return;
    stage.points.push(point);
    if (stage.tool === 'angle') angle(point);
    else if (stage.tool === 'words') mark(point, point);
    else if (stage.points.length === 2) mark(...stage.points);
    else { draw('circle', { class: 'angle-point', cx: point.x, cy: point.y, r: 7 }); ask(); }
  };

  const cross = () => {
    const { x, y } = stage.cross;
    stage.crossed = stage.crossed || draw('path', { class: 'photo-cross' }, stage.svg);
    stage.crossed.setAttribute('d', `M${x - 24},${y}H${x + 24}M${x},${y - 24}V${y + 24}`);
  };

  const fingers = new Map();
  let moved = 0;
  const start = root => {
    const svg = root.querySelector('.photo-view svg');
    const { width, height } = svg.viewBox.baseVal;
    stage = { root, svg, width, height, tool: 'look', points: [], cross: { x: width / 2, y: height / 2 }, changed: false };
    stage.passing = draw('g', { class: 'photo-passing' }, svg);
    const area = root.querySelector('.photo-view');
    area.addEventListener('pointerdown', e => {
      area.setPointerCapture(e.pointerId);
      fingers.set(e.pointerId, { x: e.clientX, y: e.clientY });
      if (fingers.size === 1) moved = 0;
    });
    area.addEventListener('pointermove', e => {
      const was = fingers.get(e.pointerId);
      if (!was) return;
      const scale = 1 / svg.getScreenCTM().a;
      moved += Math.hypot(e.clientX - was.x, e.clientY - was.y);
      if (fingers.size === 2) {
        const other = [...fingers].find(([id]) => id !== e.pointerId)[1];
        const [before, now] = [Math.hypot(was.x - other.x, was.y - other.y), Math.hypot(e.clientX - other.x, e.clientY - other.y)];
        const middle = at((e.clientX + other.x) / 2, (e.clientY + other.y) / 2);
        if (before > 0 && now > 0) zoomTo(now / before, middle.x, middle.y);
      } else if (moved > 8) pan((e.clientX - was.x) * scale, (e.clientY - was.y) * scale);
      fingers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    });
    const lift = e => {
      const alone = fingers.size === 1;
      fingers.delete(e.pointerId);
      if (alone && moved <= 8 && e.type === 'pointerup') touch(at(e.clientX, e.clientY));
      if (!alone) moved = 99;
    };
    area.addEventListener('pointerup', lift);
    area.addEventListener('pointercancel', lift);
    area.addEventListener('wheel', e => {
      e.preventDefault();
      const point = at(e.clientX, e.clientY);
      zoomTo(e.deltaY < 0 ? 1.2 : 1 / 1.2, point.x, point.y);
    }, { passive: false });
    area.addEventListener('keydown', e => {
      const step = (e.shiftKey ? 0.05 : 0.01) * view().width;
      const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[e.key];
      if (by) {
        stage.cross = { x: clamp(stage.cross.x + by[0], 0, width), y: clamp(stage.cross.y + by[1], 0, height) };
        cross();
        e.preventDefault();
      } else if (e.key === 'Enter') { touch({ ...stage.cross }); e.preventDefault(); }
      else if (e.key === '+' || e.key === '-') zoomTo(e.key === '+' ? 1.6 : 0.625, stage.cross.x, stage.cross.y);
    });
    root.addEventListener('click', e => {
      const button = e.target.closest('button');
      if (!button) return;
      if (button.dataset.tool) begin(button.dataset.tool);
      if (button.dataset.zoom) { const v = view(); zoomTo(Number(button.dataset.zoom), v.x + v.width / 2, v.y + v.height / 2); }
      if ('again' in button.dataset) { begin('angle'); root.querySelector('#photo-angle').replaceChildren(); }
      if ('unmark' in button.dataset) {
        const last = [...root.querySelectorAll('[data-mark]')].pop();
        if (!last) return;
        const drawn = [...svg.querySelectorAll('.photo-marks > g')].pop();
        if (drawn) drawn.remove();
        last.remove();
        stage.changed = true;
      }
    });
    const ends = root.querySelector('.photo-angle-form');
    if (ends) ends.addEventListener('change', read);
  };

  const find = () => {
    const root = document.querySelector('[data-photo-stage]');
    if (root && (!stage || stage.root !== root)) { fingers.clear(); start(root); }
  };
  document.addEventListener('DOMContentLoaded', find);
  document.addEventListener('htmx:afterSettle', find);
})();
