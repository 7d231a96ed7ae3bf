import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { CHROMIUM } from '/work/main/e2e/chromium.ts';
import * as steps from '/work/main/e2e/steps.ts';
mkdirSync('/tmp/shots',{recursive:true});
export async function look(who:string,[width,height]:[number,number],go:(page:Page,shot:(n:string,full?:boolean)=>Promise<unknown>,s:typeof steps)=>Promise<void>,at='http://localhost:4700'){
  const b=await chromium.launch(CHROMIUM); const c=await b.newContext({viewport:{width,height},locale:'en-GB',hasTouch:width<500,baseURL:at});
  const page=await c.newPage(); page.setDefaultTimeout(8000); page.on('pageerror',e=>console.log('ERR',e.message));
  try{ await page.goto('/'); await steps.signIn(page,who); await go(page,async(n,full=false)=>{await page.waitForTimeout(350);return page.screenshot({path:`/tmp/shots/${n}.png`,fullPage:full})},steps);}catch(e){console.log(String(e).slice(0,600)); await page.screenshot({path:'/tmp/shots/err.png'});} await b.close();
}
