import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
const b = JSON.parse(readFileSync('/work/main/demo/guesthouse.nailpunch.json','utf8'));
const A=`http://127.0.0.1:8777/audits/${b.audit.id}`;
const box=t=>`${A}/walk/${b.rooms.flatMap(r=>r.boxes).find(x=>x.tag===t).id}`;
const circ=n=>`${A}/trace/${b.circuits.find(c=>c.name===n).id}`;
const browser = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu']});
const [,,which,theme='light',w='1280',h='800']=process.argv;
const page = await browser.newPage({viewport:{width:+w,height:+h}});
page.on('console',m=>m.type()==='error'&&console.log('ERR',m.text()));
page.on('pageerror',e=>console.log('PAGEERR',e.message));
await page.addInitScript(t=>localStorage.setItem('theme',t),theme);
const name=n=>page.getByRole('button',{name:n,exact:true});
const S={
 read:async()=>{await page.goto(box('A1'));await name('Read').click();},
 ghost:async()=>{await page.goto(box('R7'));await name('Read').click();},
 terminals:async()=>{await page.goto(box('K6'));await name('Face').click();await name('Terminals').click();},
 dead:async()=>{await page.goto(box('K2'));await name('Dead test').click();await name('Off, and tagged').click();await name('It answers').click();await page.waitForTimeout(300);await name('Dead').click();},
 trace:async()=>{await page.goto(circ('lake bedroom'));},
 trace2:async()=>{await page.goto(circ('annexe suite'));await name('Dead test').click();},
 retest:async()=>{await page.goto(circ('lake bedroom'));await name('Retest').click();},
 bench:async()=>{await page.goto(A+'/bench');await page.getByRole('button',{name:/R7/}).click();await name('Meter, high impedance').click();await page.getByLabel('Other lead').selectOption('ground');},
 walk:async()=>{await page.goto(box('K3'));},
 handover:async()=>{await page.goto(A+'/hand-over');},
};
await S[which]();
await page.waitForTimeout(900);
await page.screenshot({path:`/tmp/s-${which}.png`});
await browser.close();
