// usage: node shot.tmp.mjs url out w h [js steps as "click:name" ...]
import { chromium } from '@playwright/test';
const [url, out, w, h, ...steps] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-background-networking','--disable-component-update','--disable-sync','--no-first-run'] });
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('console', m => { if (m.type()==='error') console.log('console', m.text()); });
p.on('pageerror', e => console.log('pageerror', e.message));
await p.goto(url); await p.waitForLoadState('networkidle');
for (const s of steps) { const i = s.indexOf(':'); const k = s.slice(0,i), v = s.slice(i+1);
 if (k==='click') await p.getByRole('button',{name:v,exact:true}).first().click();
 if (k==='css') await p.locator(v).first().click();
 if (k==='print') await p.emulateMedia({media:'print'});
 if (k==='dark') await p.evaluate(()=>{document.documentElement.dataset.bsTheme='dark'});
 if (k==='fill') { const [sel,val]=v.split('=>'); await p.locator(sel).first().fill(val); await p.keyboard.press('Enter'); }
 if (k==='scroll') await p.locator(v.split('=>')[0]).first().evaluate((e,y)=>e.scrollTo(0,y), +v.split('=>')[1]);
 if (k==='see') await p.locator(v).first().scrollIntoViewIfNeeded();
 await p.waitForTimeout(250); }
await p.screenshot({ path: out }); await b.close();
