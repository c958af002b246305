// The number pad: on a touch screen a box for a value opens it in place of the letter keyboard. It only writes into the box; what the value means is
// read by the server, as from any keyboard.
(() => {
  const touch = matchMedia('(pointer: coarse)');
  const unitAtEnd = /\s*(?:[a-zA-Z°µ%][a-zA-Z°/]*[23]?|")$/;
  let box = null;
  let pad = null;
  const part = {};

  const make = (tag, style, text) => {
    const el = document.createElement(tag);
    if (style) el.className = style;
    if (text) el.textContent = text;
    return el;
  };

  const write = text => {
    box.value = text;
    box.setSelectionRange(text.length, text.length);
    box.dispatchEvent(new Event('input', { bubbles: true }));
    show();
  };

  const groupOf = input => input.closest('[role="group"][aria-label]');

  const labelOf = input => {
    const label = input.labels && input.labels[0];
    const text = label ? (label.firstChild || label).textContent.trim() : '';
    const group = groupOf(input);
    return group && text.length < 6 ? `${group.getAttribute('aria-label')}, ${text}` : text;
  };

  // A run said in one breath needs no second box.
  const nextBox = () => {
    const form = box.closest('form');
    if (!form) return null;
    const row = / in \d/.test(box.value) ? groupOf(box) : null;
    const boxes = [...form.querySelectorAll('[data-pad]')].filter(b => b.checkVisibility() && (b === box || !row || !row.contains(b)));
    return boxes[boxes.indexOf(box) + 1] || null;
  };

  const instruments = () => box.form ? [...box.form.querySelectorAll('input[name="with"]')].slice(0, 3) : [];

  const press = key => {
    const text = box.value;
    if (/^\d$/.test(key)) write(text + key);
    else if (key === 'point') write(/[.,]\d*$/.test(text) ? text : (/\d$/.test(text) ? text : text + '0') + '.');
    else if (key === 'sign') write(/^[-−]/.test(text) ? text.slice(1) : '−' + text);
    else if (key === 'fraction') write(/\d$/.test(text) && !/\d\/\d*$/.test(text) ? text + '/' : text);
    else if (key === 'and') write(/\d$/.test(text) ? text + ' ' : text);
    else if (key === ':') write(/\d$/.test(text) && !text.includes(':') ? text + ':' : text);
    else if (key === 'in' && box.dataset.pad.split('|').includes('s')) write(/\d|l$/.test(text) && !/ in /.test(text) ? text.trimEnd() + ' in ' : text);
    else if (key === 'rub') write(unitAtEnd.test(text) && !/ in $/.test(text) ? text.replace(unitAtEnd, '') : text.endsWith(' in ') ? text.slice(0, -4)
      : text.slice(0, -1));
    else if (key === 'clear') write('');
    else if (key === 'next') { const next = nextBox(); if (next) next.focus(); else close(); }
    else if (key === 'done') close();
    else if (key.startsWith('with:')) {
      const tick = instruments().find(i => i.value === key.slice(5));
      if (tick) { tick.checked = !tick.checked; tick.dispatchEvent(new Event('input', { bubbles: true })); }
      show();
    }
    else write(/\d/.test(text) ? text.replace(unitAtEnd, '') + ' ' + key : text);
  };

  const build = () => {
    pad = make('div', 'pad');
    pad.id = 'pad';
    pad.setAttribute('role', 'group');
    pad.setAttribute('aria-label', 'Number pad');
    pad.hidden = true;
    const head = make('div', 'pad-head');
    part.label = make('span', 'pad-label');
    part.text = make('b', 'pad-text');
    part.echo = make('span', 'pad-echo');
    part.verdict = make('div', 'pad-verdict');
    head.append(part.label, part.text, part.echo, part.verdict);
    part.keys = make('div', 'pad-keys');
    pad.append(head, part.keys);
    // The box keeps the focus while keys are touched.
    pad.addEventListener('pointerdown', e => { if (e.target.closest('button')) e.preventDefault(); });
    pad.addEventListener('mousedown', e => e.preventDefault());
    pad.addEventListener('click', e => { const key = e.target.closest('button'); if (key && box) press(key.dataset.key); });
    document.body.append(pad);
    new MutationObserver(show).observe(document.getElementById('main'), { childList: true, subtree: true, characterData: true });
  };

  const key = (name, text, style) => {
    const button = make('button', 'pad-key' + (style ? ' ' + style : ''), text);
    button.type = 'button';
    button.dataset.key = name;
    button.tabIndex = -1;
    return button;
  };

  const layOut = () => {
    const also = box.dataset.pad === 'digits' ? [] : box.dataset.pad.split('|').filter(Boolean);
    const names = { fraction: '½ fraction', and: 'and' };
    const side = also.slice(0, 4).map(k => key(k, names[k] || k, 'unit'));
    const more = also.slice(4).map(k => key(k, names[k] || k, 'unit'));
    while (side.length < 4) side.push(make('span', 'pad-gap'));
    const next = nextBox();
    const go = key('next', 'next', 'next');
    const after = go.appendChild(make('small', '', next ? labelOf(next) : ''));
    after.className = 'pad-after';
    const digits = n => key(n, n, 'digit');
    const plain = box.dataset.pad === 'digits';
    part.keys.replaceChildren(
      digits('7'), digits('8'), digits('9'), side[0], key('rub', 'rub out'),
      digits('4'), digits('5'), digits('6'), side[1], key('clear', 'clear'),
      digits('1'), digits('2'), digits('3'), side[2], go,
      plain ? make('span', 'pad-gap') : key('sign', '+ / −'), digits('0'), plain ? make('span', 'pad-gap') : key('point', 'point'), side[3],
      ...more, ...instruments().map(i => {
        const name = i.labels[0].querySelector('span');
        const touch = key('with:' + i.value, name.firstChild.textContent.trim(), 'with');
        const small = name.querySelector('small');
        if (small) touch.append(small.cloneNode(true));
        return touch;
      }), key('done', 'done', 'done'));
  };

  const show = () => {
    if (!box || pad.hidden) return;
    if (!box.isConnected) { close(); return; }
    const secret = box.type === 'password';
    const set = (el, text) => { if (el.textContent !== text) el.textContent = text; };
    set(part.label, labelOf(box));
    set(part.text, secret ? '•'.repeat(box.value.length) : box.value || '–');
    const echo = document.getElementById(box.id + '-echo');
    set(part.echo, echo ? echo.textContent : '');
    const preview = box.form && box.form.querySelector('.preview .verdict');
    const html = preview ? preview.outerHTML : '';
    if (part.verdict.dataset.html !== html) {
      part.verdict.dataset.html = html;
      part.verdict.replaceChildren(...(preview ? [preview.cloneNode(true)] : []));
    }
    for (const unit of part.keys.querySelectorAll('.unit')) unit.classList.toggle('on', box.value.endsWith(' ' + unit.dataset.key));
    for (const tick of instruments()) part.keys.querySelector(`[data-key="with:${tick.value}"]`)?.classList.toggle('on', tick.checked);
    const next = nextBox();
    set(part.keys.querySelector('.pad-after'), next ? labelOf(next) : '');
  };

  const open = input => {
    if (!pad) build();
    box = input;
    layOut();
    pad.hidden = false;
    document.documentElement.classList.add('pad-open');
    show();
    const { top, bottom } = input.getBoundingClientRect();
    const free = innerHeight - pad.offsetHeight;
    if (pad.offsetWidth > innerWidth * .8 && (top < 0 || bottom > free - 60)) scrollBy({ top: top - free / 2, behavior: 'instant' });
  };

  const close = () => {
    if (!pad || pad.hidden) return;
    pad.hidden = true;
    document.documentElement.classList.remove('pad-open');
    const was = box;
    box = null;
    if (was && document.activeElement === was) was.blur();
  };

  const prepare = root => {
    if (!touch.matches) return;
    for (const input of root.querySelectorAll('[data-pad]')) input.setAttribute('inputmode', 'none');
  };

  document.addEventListener('DOMContentLoaded', () => prepare(document));
  document.addEventListener('htmx:afterSettle', e => prepare(e.detail.target));
  document.addEventListener('focusin', e => {
    if (!touch.matches) return;
    if (e.target.matches('[data-pad]')) open(e.target);
    else if (!e.target.closest('#pad')) close();
  });
  document.addEventListener('focusout', e => { setTimeout(() => { if (box && document.activeElement !== box) close(); }); });
  document.addEventListener('keydown', e => { if (e.key === 'Escape') close(); });
})();
