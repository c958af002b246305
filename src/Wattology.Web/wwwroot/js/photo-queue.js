// Photos on their way: several at once, each with its progress; what was cut off is sent again by a touch, or by itself when the line is back. The queue
// stands under every sheet, so that work goes on while it empties; and each photo is kept in the browser until the server has it, so that a page left, a
// tablet that locks or a browser that ends costs none. What one person took is never sent under another's name.
(() => {
  const queue = document.getElementById('photo-queue');
  if (!queue) return;
  const list = queue.querySelector('ul');
  const most = 25 * 1024 * 1024;
  const atOnce = 2;
  const againMs = 15000;
  const items = [];
  const who = document.body.dataset.person;
  const token = () => document.querySelector('input[name="__RequestVerificationToken"]').value;
  const megabytes = bytes => `${(bytes / 1024 / 1024).toFixed(1)} MB`;

  const store = 'waiting';
  const asked = request => new Promise((good, bad) => { request.onsuccess = () => good(request.result); request.onerror = () => bad(request.error); });
  let opened = null;
  const open = () => opened ??= (() => {
    const request = indexedDB.open('wattology-photos', 1);
    request.onupgradeneeded = () => request.result.createObjectStore(store, { keyPath: 'once' }).createIndex('who', 'who');
    return asked(request);
  })();
  const kept = async (mode, act) => asked(act((await open()).transaction(store, mode).objectStore(store)));
  const keep = async item => {
    try {
      await kept('readwrite', s => s.put({ once: item.fields.once, who, at: Date.now(), of: item.of, url: item.url, fields: item.fields, file: item.file }));
      item.kept = true;
      if (item.state === 'cut' && item.why) say(item, 'cut', stillHere(item));
    } catch { /* no room, or the browser keeps nothing: then leaving the page is asked about */ }
    // Gone already while it was being kept.
    if (!items.includes(item) || item.state === 'done') forget(item);
  };
  const forget = item => { kept('readwrite', s => s.delete(item.fields.once)).catch(() => { /* it was not kept */ }); };

  const stillHere = item => `${item.why}: ${item.kept ? 'it waits on this tablet and is sent again' : 'nothing of it is kept yet'}.`;

  const say = (item, state, words) => {
    item.state = state;
    item.words.textContent = words;
    item.row.className = state;
    item.resend.hidden = state !== 'cut';
    item.off.hidden = state === 'done' || state === 'sending';
    item.bar.hidden = state !== 'sending';
  };

  const settle = () => {
    queue.hidden = !items.length;
    if (items.some(i => i.state === 'sending' || i.state === 'waiting')) return;
    if (!items.some(i => i.state === 'done')) return;
    // Everything that could go is here: the sheet shows it, and what is done leaves the queue.
    document.dispatchEvent(new Event('wattology:renew'));
    for (const item of items.filter(i => i.state === 'done')) setTimeout(() => drop(item), 2500);
  };

  // What left the queue already takes nothing else with it when its time comes once more.
  const drop = item => {
    const at = items.indexOf(item);
    if (at < 0) return;
    item.row.remove();
    items.splice(at, 1);
    queue.hidden = !items.length;
    forget(item);
  };

  const send = item => {
    say(item, 'sending', 'on its way');
    item.why = '';
    const form = new FormData();
    form.append('__RequestVerificationToken', token());
    for (const [name, value] of Object.entries(item.fields)) form.append(name, value);
    form.append('file', item.file, item.file.name);
    const request = new XMLHttpRequest();
    request.open('POST', item.url);
    request.setRequestHeader('X-Photo', 'one');
    request.upload.onprogress = e => { if (e.lengthComputable) item.bar.value = e.loaded / e.total; };
    const later = why => {
      item.why = why;
      say(item, 'cut', stillHere(item));
      // A weak line comes back without the browser saying so, and so does room on the server.
      setTimeout(() => { if (item.state === 'cut') again(item); }, againMs);
    };
    const cut = () => { later('Cut off on its way'); next(); };
    request.onerror = cut;
    request.ontimeout = cut;
    request.onabort = cut;
    request.onload = () => {
      let answer = {};
      try { answer = JSON.parse(request.responseText); } catch { /* not an answer of the photo sheet */ }
      if (request.status < 300 && answer.said) { say(item, 'done', answer.said); forget(item); }
      else if (answer.why) say(item, 'refused', answer.why);
      else if (request.status === 413) say(item, 'refused', `Larger than ${most / 1024 / 1024} MB.`);
      else if (request.status === 404) say(item, 'refused', 'The job it is of is not here any more.');
      else if (request.status >= 500) later('The server could not keep it');
      else say(item, 'cut', 'Not signed in any more, or the page is too old. Reload it: the photo is kept here, and is sent then.');
      next();
    };
    request.send(form);
  };

  const next = () => {
    while (items.filter(i => i.state === 'sending').length < atOnce) {
      const item = items.find(i => i.state === 'waiting');
      if (!item) break;
      send(item);
    }
    settle();
  };

  const again = item => { say(item, 'waiting', 'waits'); next(); };

  const show = (file, url, fields, of) => {
    const row = document.createElement('li');
    const name = document.createElement('b');
    // On another job's page it says whose it is.
    name.textContent = document.title.includes(of) ? file.name : `${of}: ${file.name}`;
    const [words, bar] = [document.createElement('span'), document.createElement('progress')];
    bar.max = 1;
    bar.value = 0;
    bar.setAttribute('aria-label', `${file.name} on its way`);
    const [resend, off] = [document.createElement('button'), document.createElement('button')];
    [resend.type, resend.textContent, off.type, off.textContent] = ['button', 'Send again', 'button', 'Leave it'];
    row.append(name, words, bar, resend, off);
    list.append(row);
    const item = { file, url, fields, of, row, words, bar, resend, off };
    resend.addEventListener('click', () => again(item));
    off.addEventListener('click', () => drop(item));
    items.push(item);
    return item;
  };

  const add = (file, url, fields) => {
    // The same token each time: sent again, it is kept once.
    const once = crypto.randomUUID ? crypto.randomUUID() : `${Date.now()}-${Math.random()}`;
    const item = show(file, url, { ...fields, once }, document.title.split(' · ').at(-2) || '');
    if (file.size > most) say(item, 'refused', `${megabytes(file.size)}: larger than ${most / 1024 / 1024} MB. Take it with a smaller picture size.`);
    else if (!file.size) say(item, 'refused', 'Empty: choose it again.');
    else {
      say(item, 'waiting', 'waits');
      keep(item);
    }
  };

  document.addEventListener('change', e => {
    const input = e.target;
    if (!input.matches || !input.matches('input[type="file"][data-photos]') || !input.files.length) return;
    const form = input.closest('form.photo-form');
    const fields = form ? { place: form.elements.place.value, turbo: form.elements.turbo.value, note: form.elements.note.value }
      : { place: input.dataset.place, turbo: input.dataset.turbo, note: input.dataset.note || '' };
    for (const file of input.files) add(file, form ? form.action : input.dataset.url, fields);
    input.value = '';
    next();
  });

  addEventListener('online', () => {
    for (const item of items.filter(i => i.state === 'cut')) say(item, 'waiting', 'waits');
    next();
  });
  addEventListener('beforeunload', e => { if (items.some(i => !i.kept && ['sending', 'waiting', 'cut'].includes(i.state))) e.preventDefault(); });

  // What an earlier page could not send goes on here.
  kept('readonly', s => s.index('who').getAll(who)).then(left => {
    for (const { url, fields, file, of } of left.sort((a, b) => a.at - b.at)) {
      const item = show(file, url, fields, of);
      item.kept = true;
      say(item, 'waiting', 'waits');
    }
    if (left.length) next();
  }).catch(() => { /* the browser keeps nothing */ });
})();
