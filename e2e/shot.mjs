import { chromium } from '@playwright/test';
const [,, url, out, ...acts] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-background-networking','--disable-component-update','--disable-sync'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on('console', m => { if (m.type() === 'error') console.log('console', m.text().slice(0,300)); });
p.on('pageerror', e => console.log('pageerror', e.message.slice(0,500)));
await p.goto('http://127.0.0.1:4790' + url);
await p.waitForLoadState('networkidle');
await p.waitForTimeout(1500);
for (const a of acts) { await eval(`(async () => { ${a} })()`); await p.waitForTimeout(500); }
await p.waitForTimeout(500);
await p.screenshot({ path: out });
await b.close();
