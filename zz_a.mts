import { look } from './zz_look.mts';
await look('Hester Quill',[1280,900],async(page,shot,s)=>{
  await page.evaluate(async()=>{const sh=await (await fetch('/api/shop')).json();await fetch('/api/shop',{method:'PATCH',headers:{'content-type':'application/json','if-match':String((sh.shop??sh).revision)},body:JSON.stringify({weatherSource:'station',units:'us',currency:'USD'})});});
  await page.goto('/plan/day'); await page.waitForTimeout(2500);
  await shot('us-day');
  await page.goto('/plan?job=7'); await page.waitForTimeout(2500); await shot('us-plan');
  await page.getByRole('heading',{name:'To prepare'}).scrollIntoViewIfNeeded(); await page.evaluate(()=>window.scrollBy(0,700)); await shot('us-prep');
});
await look('Noor Pell',[390,844],async(page,shot,s)=>{
  await page.goto('/plan'); await page.getByRole('radio',{name:/1 film/}).click();
  await s.choose(page,'Body','coupe');
  await s.choose(page,'A tap on a zone',/drops lime/); await page.getByRole('button',{name:/^bonnet: /}).press('Enter');
  await s.choose(page,'A tap on a zone',/drops iron/); await page.getByRole('button',{name:/^wheels: /}).press('Enter');
  await page.waitForTimeout(2000);
  const l=page.getByRole('heading',{name:/^Lime/}).first();
  await l.scrollIntoViewIfNeeded(); await page.evaluate(()=>window.scrollBy(0,300)); await shot('lime');
});
