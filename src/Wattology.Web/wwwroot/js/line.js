// The line to the server: says when it is gone, keeps what was sent meanwhile, and sends it when it is back. Each form carries the token under which
// the server records it once, so that sending again does no harm. What one person kept is never sent under another's name.
(() => {
  const store = 'wattology-unsent';
  const bar = document.getElementById('lost');
  const words = document.getElementById('lost-words');
  const offline = words.textContent;
  const old = 'This page was opened too long ago, or under another name. Reload it: what you typed is kept here, it is not recorded yet.';
  const signedOut = 'Nobody is signed in here any more. Sign in again: what waits is sent then.';
  const who = document.body.dataset.person || '';

  const read = () => { try { return JSON.parse(localStorage.getItem(store)) || []; } catch { return []; } };
  const write = kept => { try { localStorage.setItem(store, JSON.stringify(kept)); } catch { /* it is still on the page */ } };
  const mine = () => read().filter(k => k.who === who);

  // What was refused stands until somebody has seen it; that the line is back, for its moment.
  const seen = document.getElementById('lost-seen');
  const hide = () => { if (seen.hidden && !bar.classList.contains('back')) bar.hidden = true; };
  seen.addEventListener('click', () => { seen.hidden = true; hide(); });

  const tell = text => {
    const waiting = mine().length;
    words.textContent = (text || offline) + (waiting ? ` ${waiting === 1 ? 'One answer waits' : waiting + ' answers wait'} to be sent.` : '');
    bar.hidden = false;
  };

  const faultsOf = page => [...page.querySelectorAll('.fault-list li')].map(f => f.textContent.trim()).join(' ');
  const refuse = text => {
    tell(`${text} What you typed is kept at its sheet.`);
    seen.hidden = false;
  };
  // Answered after its person went on to another sheet, where no fault of it is seen.
  document.addEventListener('wattology:answered', e => { if (faultsOf(e.detail)) refuse(`Not recorded: ${faultsOf(e.detail)}`); });

  let sending = false;
  const send = async () => {
    if (sending || !who) return true;
    sending = true;
    let [sent, waits] = [0, ''];
    const refused = [];
    try {
      for (const item of mine()) {
        const token = document.querySelector('input[name="__RequestVerificationToken"]');
        const body = new URLSearchParams(item.fields);
        if (token) body.set('__RequestVerificationToken', token.value);
        const answer = await fetch(item.url, { method: 'POST', body, signal: AbortSignal.timeout(15000), headers: { 'HX-Request': 'true',
            'HX-Current-URL': location.href } });
        // It was not looked at: the page is too old for it, somebody else signed in, or the server has trouble. It waits.
        waits = { 400: old, 401: signedOut }[answer.status] || '';
        if (waits || answer.status >= 500) break;
        if (!answer.ok) {
          refused.push(faultsOf(new DOMParser().parseFromString(await answer.text(), 'text/html')) || 'The server refused it.');
        } else sent++;
        write(read().filter(k => k.at !== item.at));
      }
    } catch { /* still gone: the next try comes by itself */ }
    sending = false;
    if (waits) tell(waits);
    if (!sent && !refused.length) return !!waits;
    document.dispatchEvent(new Event('wattology:renew'));
    if (refused.length) {
      refuse(`Sent again, and refused: ${refused.join(' ')}`);
      return true;
    }
    if (mine().length) return !!waits;
    words.textContent = sent === 1 ? 'The line is back: one answer was sent.' : `The line is back: ${sent} answers were sent.`;
    bar.hidden = false;
    bar.classList.add('back');
    setTimeout(() => { bar.classList.remove('back'); hide(); }, 6000);
    return true;
  };

  const probe = async () => {
    try {
      if (!(await fetch('/healthz', { cache: 'no-store', signal: AbortSignal.timeout(5000) })).ok) return false;
      if (!await send() && !mine().length) hide();
      return !mine().length;
    } catch { return false; }
  };

  let watch = null;
  const wait = () => {
    if (watch) return;
    watch = setInterval(async () => { if (await probe()) { clearInterval(watch); watch = null; } }, 3000);
  };

  document.addEventListener('htmx:sendError', e => {
    const form = e.detail.elt.closest('form');
    const config = e.detail.requestConfig;
    // A reading or an answer keeps; an act of the moment (a burst, an engine fired, a hold point passed) does not, and is never sent later.
    if (form && config && config.verb === 'post' && form.dataset.keep === 'yes' && !/handler=Preview/.test(config.path)) {
      const fields = [...new FormData(form)].filter(([, value]) => typeof value === 'string');
      const button = config.triggeringEvent && config.triggeringEvent.submitter;
      if (button && button.name) fields.push([button.name, button.value]);
      if (!form.querySelector('[type=password]')) {
        fields.push(['kept_at', new Date().toISOString()]);
        const once = form.querySelector('[name="once"]');
        const at = `${once ? once.value : ''}${config.path}`;
        write([...read().filter(k => k.at !== at), { at, who, url: config.path, fields }]);
        form.classList.add('unsent');
      }
    }
    tell();
    wait();
  });
  document.addEventListener('htmx:afterOnLoad', e => { if (e.detail.successful && !mine().length && !bar.classList.contains('back')) hide(); });
  document.addEventListener('htmx:responseError', e => tell(e.detail.xhr.status === 400 ? old
    : e.detail.xhr.status === 507 ? 'The shop\'s disk is full: nothing was recorded. What you typed is kept here; send it again when there is room.'
    : 'The server could not do this; nothing was half-saved. What you typed is kept here. Try once more.'));
  addEventListener('offline', () => { tell(); wait(); });
  addEventListener('online', () => { probe(); });
  document.addEventListener('DOMContentLoaded', () => { if (mine().length) { tell(); probe(); wait(); } });
})();
