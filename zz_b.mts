import { chromium } from '@playwright/test';
import { CHROMIUM } from './e2e/chromium.ts';
import { readFileSync } from 'node:fs';
const code=/code=(\d{6})/.exec(readFileSync('/tmp/serve1.log','utf8'))?.[1];
const b=await chromium.launch(CHROMIUM); const c=await b.newContext({viewport:{width:390,height:844},locale:'en-GB'}); const page=await c.newPage(); page.setDefaultTimeout(8000); page.on('pageerror',e=>console.log('ERR',e.message));
try{
await page.goto(`http://localhost:4701/first-run?code=${code}`);
for (const [l,v] of [['Shop name','Tin Shed'],['Time zone','Europe/Dublin'],['Currency','EUR'],['Your name','Ada Finch'],['Your PIN','8642'],['Your PIN once more','8642']]) await page.getByLabel(l,{exact:true}).fill(v);
await page.getByRole('button',{name:'Open the shop'}).click();
await page.waitForTimeout(1500);
await page.goto('http://localhost:4701/plan'); await page.waitForTimeout(1500);
await page.screenshot({path:'/tmp/shots/emp0.png'});
await page.getByRole('radio',{name:/2 grime/}).click(); await page.waitForTimeout(1500);
await page.screenshot({path:'/tmp/shots/emp.png',fullPage:true});
await page.getByRole('heading',{name:'Hose wash'}).scrollIntoViewIfNeeded(); await page.evaluate(()=>window.scrollBy(0,600)); await page.screenshot({path:'/tmp/shots/emp1.png'});
await page.getByRole('heading',{name:'To prepare'}).scrollIntoViewIfNeeded(); await page.evaluate(()=>window.scrollBy(0,500)); await page.screenshot({path:'/tmp/shots/emp2.png'});
await page.goto('http://localhost:4701/plan/day'); await page.waitForTimeout(1500); await page.screenshot({path:'/tmp/shots/emp3.png'});
}catch(e){console.log(String(e).slice(0,400)); await page.screenshot({path:'/tmp/shots/err.png'});}
await b.close();
