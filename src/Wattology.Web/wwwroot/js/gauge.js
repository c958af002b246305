// The gauge box's values as they come: one stream for each browser, shared between its tabs; drawn once a frame. Nothing is judged here: whether pressure is
// there, and whether it is lost, the server says.
(() => {
  const seconds = 30;
  const gapMs = 400;
  // One tab holds the stream and tells the others; when it closes, another takes over.
  const others = 'BroadcastChannel' in window ? new BroadcastChannel('wattology-gauge') : null;
  let samples = [];
  let state = null;
  let told = { server: Date.now(), here: Date.now() };
  const serverNow = () => told.server + (Date.now() - told.here) * clockSpeed;
  let leading = false;
  let stream = null;

  const box = () => document.querySelector('[data-gauge]');

  const hear = (name, data) => {
    if (name === 'state') {
      state = data;
      told = { server: data.now, here: Date.now() };
      tell();
    } else {
      // After a lost line what was missed comes again, and some of it twice.
      const last = samples.length ? samples[samples.length - 1][0] : 0;
      for (const s of data) if (s[0] > last) samples.push(s);
      const since = serverNow() - 1000 * (seconds + 2);
      if (samples.length && samples[0][0] < since - 10000) samples = samples.filter(s => s[0] >= since);
    }
  };

  const lead = () => new Promise(done => {
    leading = true;
    stream = new EventSource('/live/gauge');
    for (const name of ['state', 'samples']) stream.addEventListener(name, e => {
      const data = JSON.parse(e.data);
      hear(name, data);
      if (others) others.postMessage({ name, data });
    });
    stream.addEventListener('error', () => says('the line is lost; it comes back by itself'));
    addEventListener('pagehide', () => { stream.close(); done(); }, { once: true });
  });
  if (others) others.addEventListener('message', e => {
    if (!leading && e.data.name) hear(e.data.name, e.data.data);
    else if (leading && e.data.ask && state) {
      others.postMessage({ name: 'state', data: { ...state, now: serverNow() } });
      others.postMessage({ name: 'samples', data: samples });
    }
  });

  const start = () => {
    if (leading || !box()) return;
    if (start.asked) return;
    start.asked = true;
    if (navigator.locks) navigator.locks.request('wattology-gauge', lead);
    else lead();
    if (others) others.postMessage({ ask: true });
  };

  const says = text => { const at = document.querySelector('[data-gauge-says]'); if (at && at.textContent !== text) at.textContent = text; };

  // What the server says of pressure is done once, as a finger would.
  const act = (name, once) => {
    const form = document.querySelector(`form[data-gauge-act="${name}"]`);
    // While a finger's own answer is on its way nothing is sent beside it; what still holds after it is done then.
    if (!form || form.dataset.done || document.querySelector('.htmx-request')) return;
    form.dataset.done = once;
    form.requestSubmit();
  };

  const tell = () => {
    const at = box();
    if (!at || !state) return;
    const named = at.querySelector('[data-gauge-box]');
    if (named) named.textContent = state.box || 'does not answer';
    at.classList.toggle('lost', !state.box);
    const words = [];
    if (!state.box) words.push('no values: use lamp or gauge by eye');
    if (state.garbage) words.push(`${state.garbage} lines of garbage`);
    const off = Math.abs(state.drift || 0);
    if (off > 0.002) words.push(`its clock runs ${state.drift > 0 ? 'fast' : 'slow'} by ${(100 * off).toFixed(1)} %: corrected`);
    says(words.join(' · '));
    for (const el of document.querySelectorAll('[data-gauge-watch]')) {
      el.dataset.gaugeWatch = state.watch || '';
      const said = state.watch === 'shown' ? `Pressure after ${state.first.toFixed(1)} s: stop` : state.watch === 'lost' ? 'Pressure lost' : '';
      if (el.textContent !== said) {
        el.textContent = said;
        if (said) soundTones(1110, 1480, 4);
      }
    }
    const warn = at.querySelector('[data-gauge-warn]');
    if (warn && warn.textContent !== (state.warning || '')) {
      warn.textContent = state.warning || '';
      if (state.warning) soundTones(620, 930, 4);
    }
    if (state.watch === 'shown') act('shown', 'yes');
    if (state.watch === 'lost') act('lost', 'yes');
  };

  const draw = () => {
    requestAnimationFrame(draw);
    const at = box();
    const canvas = at && at.querySelector('[data-gauge-trace]');
    if (!canvas) return;
    const now = serverNow() - 150 * clockSpeed;
    const per = Number(at.dataset.per);
    const last = samples.length ? samples[samples.length - 1] : null;
    const fresh = last && now - last[0] < 1500 * clockSpeed;
    const kpa = last && (last[1] ?? last[2]);
    const number = at.querySelector('[data-gauge-now]');
    const text = !fresh || kpa === null ? '–' : (kpa * per).toFixed(per < 0.1 ? 2 : 0);
    if (number.textContent !== text) number.textContent = text;
    const rest = at.querySelector('[data-gauge-rest]');
    const more = !fresh ? '' : [last[3] !== null && `engine ${last[3].toFixed(0)} rpm`, last[4] !== null && `oil ${last[4].toFixed(0)} °C`,
      last[2] !== null && last[1] !== null && `gallery ${(last[2] * per).toFixed(per < 0.1 ? 2 : 0)} ${at.dataset.unit}`].filter(Boolean).join(' · ');
    if (rest && rest.textContent !== more) rest.textContent = more;
    const ratio = devicePixelRatio || 1;
    const [w, h] = [canvas.clientWidth, canvas.clientHeight];
    if (canvas.width !== Math.round(w * ratio)) [canvas.width, canvas.height] = [Math.round(w * ratio), Math.round(h * ratio)];
    const pen = canvas.getContext('2d');
    const style = getComputedStyle(canvas);
    pen.setTransform(ratio, 0, 0, ratio, 0, 0);
    pen.clearRect(0, 0, w, h);
    const seen = samples.filter(s => s[0] >= now - 1000 * seconds && s[0] <= now + 200);
    const enough = Number(at.dataset.enough) || 0;
    const top = Math.max(2.2 * enough, 1.1 * seen.reduce((m, s) => Math.max(m, s[1] ?? s[2] ?? 0), 0), 60);
    const x = t => w * (1 - (now - t) / (1000 * seconds));
    const y = v => h - 4 - (h - 10) * Math.max(0, v) / top;
    pen.strokeStyle = style.getPropertyValue('--line');
    pen.lineWidth = 1;
    pen.setLineDash([6, 5]);
    pen.beginPath();
    pen.moveTo(0, y(enough));
    pen.lineTo(w, y(enough));
    pen.stroke();
    pen.setLineDash([]);
    if (at.dataset.from) {
      const from = x(Number(at.dataset.from));
      pen.beginPath();
      pen.moveTo(from, 0);
      pen.lineTo(from, h);
      pen.stroke();
    }
    pen.strokeStyle = style.color;
    pen.lineWidth = 2.5;
    pen.lineJoin = 'round';
    pen.beginPath();
    let before = null;
    for (const s of seen) {
      const v = s[1] ?? s[2];
      if (v === null) { before = null; continue; }
      // A gap is a gap: no line is drawn where nothing was read.
      if (before === null || s[0] - before > gapMs) pen.moveTo(x(s[0]), y(v));
      else pen.lineTo(x(s[0]), y(v));
      before = s[0];
    }
    pen.stroke();
  };

  document.addEventListener('DOMContentLoaded', () => { start(); draw(); });
  document.addEventListener('htmx:afterSettle', () => { start(); tell(); });
})();
