// What lives only in the browser: the stopwatch, the running timers, and the dial. No rule of the trade is here.
// A demo to practise on may run its clock faster than life.
const clockSpeed = Number(document.documentElement.dataset.clockSpeed) || 1;

// A sound that carries over a starter: two tones in turn.
const soundTones = (low, high, times) => {
  try {
    const audio = new AudioContext();
    for (let i = 0; i < times; i++) {
      const tone = audio.createOscillator();
      tone.type = 'square';
      tone.frequency.value = i % 2 ? high : low;
      tone.connect(audio.destination);
      tone.start(audio.currentTime + i * 0.25);
      tone.stop(audio.currentTime + i * 0.25 + 0.2);
    }
  } catch { /* no sound device: the screen says it too */ }
};

// A screen that locks in the middle of a burst shows nothing: where the browser lets it, it stays on while something turns.
(() => {
  let lock = null;
  const look = async () => {
    const turns = document.querySelector('.instrument, .running') !== null;
    if (turns && !lock && navigator.wakeLock && document.visibilityState === 'visible') {
      try {
        lock = await navigator.wakeLock.request('screen');
        lock.addEventListener('release', () => { lock = null; delete document.documentElement.dataset.awake; });
        document.documentElement.dataset.awake = 'yes';
      } catch { /* a low battery, or a browser that will not: the page says that the screen may lock */ }
    } else if (!turns && lock) lock.release();
  };
  for (const when of ['DOMContentLoaded', 'htmx:afterSettle', 'visibilitychange']) document.addEventListener(when, look);
})();

document.addEventListener('alpine:init', () => {
  Alpine.data('stopwatch', () => ({
    since: 0, gone: 0, tick: null,
    get shown() { return this.gone.toFixed(1); },
    get label() { return this.tick ? 'Stop' : this.gone ? 'Start again' : 'Start'; },
    toggle() {
      if (this.tick) { clearInterval(this.tick); this.tick = null; this.gone = (performance.now() - this.since) / 1000; return; }
      this.since = performance.now();
      this.gone = 0;
      this.tick = setInterval(() => { this.gone = (performance.now() - this.since) / 1000; }, 100);
    },
    useIt() {
      if (this.tick) this.toggle();
      const boxes = [...this.$root.closest('form').querySelectorAll('[name="seconds"], [name^="input.runs."][name$=".seconds"]')];
      const box = boxes.find(b => !b.value.trim());
      if (!box || !this.gone) return;
      box.value = this.gone.toFixed(1) + ' s';
      box.dispatchEvent(new Event('input', { bubbles: true }));
      box.focus();
    },
    destroy() { clearInterval(this.tick); },
  }));

  // Counts from the server's own time of the entry, so a reload or a locked tablet loses nothing.
  Alpine.data('timer', () => ({
    gone: 0, limit: 0, tick: null, rung: false, down: false, clock: false, good: false, quiet: false,
    init() {
      const d = this.$el.dataset;
      const shown = Date.now();
      const now = () => Number(d.now) + (Date.now() - shown) * clockSpeed;
      const since = Number(d.since);
      this.limit = Number(d.limit);
      this.down = d.down === 'true';
      this.clock = d.clock === 'true';
      this.good = d.good === 'true';
      // Runs beside other work: its end is heard, and takes nothing out of anybody's hands.
      this.quiet = d.quiet === 'true';
      this.rung = (Number(d.now) - since) / 1000 > this.limit;
      const step = () => {
        this.gone = Math.max(0, (now() - since) / 1000);
        if (this.gone >= this.limit && !this.rung) { this.rung = true; this.ring(); if (this.down && !this.quiet) this.renew(); }
      };
      step();
      this.tick = setInterval(step, 100);
    },
    // The page changes when the rest is over, but not under the hands of somebody who types, nor after somebody who goes elsewhere just then.
    renew() {
      const typing = document.activeElement && document.activeElement.matches('#sheet input, #sheet textarea');
      if (!this.$root.isConnected) return;
      if (typing || document.querySelector('.htmx-request')) setTimeout(() => this.renew(), 500);
      else htmx.ajax('GET', location.pathname, '#sheet');
    },
    get shown() {
      if (this.down) {
        const left = Math.ceil(Math.max(0, this.limit - this.gone));
        if (this.quiet && !left) return 'over';
        return !this.clock ? left.toString() : left < 3600 ? Math.floor(left / 60) + ':' + String(left % 60).padStart(2, '0')
          : Math.floor(left / 3600) + ' h ' + Math.floor(left % 3600 / 60) + ' min';
      }
      if (this.clock) return Math.floor(this.gone / 60) + ':' + String(Math.floor(this.gone % 60)).padStart(2, '0');
      return this.gone.toFixed(1);
    },
    get state() { return this.gone < this.limit ? 'counting' : this.good ? 'reached' : 'over'; },
    ring() { soundTones(990, 1320, 5); },
    destroy() { clearInterval(this.tick); },
  }));
});
