import express, { type Express } from 'express';
import helmet from 'helmet';
import { nameIn } from '../routes/access.ts';
import { allowHosts } from '../routes/door.ts';
import { Problem } from '../problem.ts';
import { sendProblem } from '../routes/errors.ts';

/**
 * What other devices get over plain HTTP: the page on which a phone learns to trust the book, the authority's certificate,
 * which is no secret, and otherwise the way to https.
 */

export interface PlainDoor {
  /** Names it answers under, beside those of this machine. */
  readonly hosts: readonly string[];
  /** Known when it is open. */
  httpsPort(): number;
  /** PEM. */
  readonly authority: string;
}

export function plainDoor({ hosts, httpsPort, authority }: PlainDoor): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(allowHosts(hosts));
  const secure = (host: string) => {
    const name = nameIn(host);
    return `https://${name.includes(':') ? `[${name}]` : name}:${httpsPort()}`;
  };
  app.use((req, res, next) =>
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'none'"],
          'script-src': ["'self'"],
          'style-src': ["'self'"],
          // To see whether the phone trusts the book.
          'connect-src': [secure(req.headers.host ?? '')],
          'base-uri': ["'none'"],
          'form-action': ["'none'"],
          'frame-ancestors': ["'none'"],
        },
      },
      strictTransportSecurity: false,
      // Browsers heed these over https only.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    })(req, res, next),
  );
  app.get('/trust', (req, res) => {
    res.set('Cache-Control', 'no-store').type('html');
    res.send(page(secure(req.headers.host ?? ''), new Date()));
  });
  app.get('/trust.css', (_req, res) => void res.type('css').send(STYLE));
  app.get('/trust.js', (_req, res) => void res.type('js').send(SCRIPT));
  app.get('/canter-book.crt', (_req, res) => {
    res.type('application/x-x509-ca-cert').send(authority);
  });
  app.use((req, res) => {
    if (req.method !== 'GET' && req.method !== 'HEAD')
      throw new Problem(
        403,
        'Not over plain HTTP',
        `Other devices reach the book under ${secure(req.headers.host ?? '')}.`,
      );
    res.redirect(308, `${secure(req.headers.host ?? '')}${req.originalUrl}`);
  });
  app.use(sendProblem);
  return app;
}

/** Without the fingerprint: whoever could change the certificate on its way could change this page as well. */
const page = (
  https: string,
  now: Date,
) => `<!doctype html><html lang="en"><head><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Let this phone in · Canter Book</title><link rel="stylesheet" href="/trust.css"></head>
<body data-https="${https}" data-now="${now.toISOString()}"><main>
<h1>Let this phone in</h1>
<p>The book keeps your lessons on this phone, also where there is no network. For that the phone has to trust it, once.</p>
<p id="state" role="status">Checking whether this phone trusts the book …</p>
<p id="clock" hidden></p>
<p id="go" hidden><a class="main" id="pair">Go on to the book</a></p>
<section id="how" hidden>
<h2>1 · Get its certificate</h2>
<p><a class="main" href="/canter-book.crt">Download the certificate</a></p>
<h2>2 · Trust it</h2>
<h3>On an iPhone or iPad</h3>
<ol>
<li>Open it with Safari and allow the download.</li>
<li>Settings → General → VPN &amp; Device Management: choose “Canter Book” and install it.</li>
<li>Settings → General → About → Certificate Trust Settings: switch “Canter Book” on.</li>
</ol>
<h3>On an Android phone</h3>
<ol>
<li>Settings → Security → Encryption &amp; credentials → Install a certificate → CA certificate.</li>
<li>Choose “Install anyway”, then the file canter-book.crt.</li>
</ol>
<p>Names of settings differ a little from phone to phone; search the settings for “certificate”.</p>
<h2>3 · Compare</h2>
<p>Before you install it, the phone can show its SHA-256 fingerprint. It must be the one that the machine of the book shows beside the square. If it is another, do not install it.</p>
<h2>4 · Come back here</h2>
<p><button id="again" type="button">Check again</button></p>
</section>
<noscript><p>Switch JavaScript on for this page.</p></noscript>
</main><script src="/trust.js"></script></body></html>`;

/** Its own few rules: it stands before the book, and without it. */
const STYLE = `
:root{color-scheme:light dark;--paper:#fbf7ee;--ink:#1f2a36;--leather:#8a4b2a;--line:#ddcdb0;--soft:#5b6470}
@media(prefers-color-scheme:dark){:root{--paper:#1d1a17;--ink:#f3ead9;--leather:#c98a5f;--line:#4a4037;--soft:#b7ab98}}
body{margin:0;background:var(--paper);color:var(--ink);font:17px/1.5 system-ui,sans-serif}
main{max-width:34rem;margin:0 auto;padding:1.5rem 1.25rem 4rem}
h1,h2{font-family:Georgia,serif;line-height:1.2}h2{margin:2rem 0 .5rem;font-size:1.2rem}h3{margin:1rem 0 .25rem;font-size:1rem}
ol{padding-left:1.3rem}li{margin:.3rem 0}
.main,button{display:inline-block;min-height:2.9rem;padding:0 1.2rem;border-radius:.6rem;font:inherit;font-weight:700;line-height:2.9rem;text-decoration:none}
.main{background:var(--leather);color:#fff}button{background:none;border:1px solid var(--line);color:inherit}
#state,#clock{padding:.7rem .9rem;border-left:5px solid var(--leather)}[hidden]{display:none}
`;

/** The code stands behind the # and never goes over plain HTTP. */
const SCRIPT = `
const https = document.body.dataset.https;
const at = (id) => document.getElementById(id);
// A certificate has its days: a phone that lives in other days trusts no book.
const [book, phone] = [new Date(document.body.dataset.now), new Date()];
const said = (day) => day.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
if (Math.abs(book - phone) > 86400000) {
  at('clock').textContent = 'The clock of this phone says ' + said(phone) + ', that of the book ' + said(book)
    + '. With a wrong clock no phone trusts the book: set the one that is wrong, then look again.';
  at('clock').hidden = false;
}
at('pair').href = https + '/pair' + location.hash;
async function look() {
  let trusted = false;
  try {
    await fetch(https + '/api/health', { mode: 'no-cors', cache: 'no-store' });
    trusted = true;
  } catch {}
  at('state').textContent = trusted
    ? 'This phone trusts the book \\u2713'
    : 'This phone does not trust the book yet. Four steps, once for each phone:';
  at('go').hidden = !trusted;
  at('how').hidden = trusted;
}
at('again').addEventListener('click', look);
addEventListener('pageshow', look);
document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && look());
`;
