import { look } from './zz_look.mts';
await look('Hester Quill',[390,844],async(page,shot,s)=>{
  await page.evaluate(async()=>{const sh=await (await fetch('/api/shop')).json();await fetch('/api/shop',{method:'PATCH',headers:{'content-type':'application/json','if-match':String((sh.shop??sh).revision)},body:JSON.stringify({weatherSource:'typed'})});await fetch('/api/weather',{method:'POST',headers:{'content-type':'application/json','idempotency-key':'zz-weather-'+Date.now()},body:JSON.stringify({airC:38,humidity:0.12,windMs:8,sky:'sun'})})});
  await page.goto('/plan'); await page.getByRole('radio',{name:/1 film/}).click();
  await page.waitForTimeout(2500);
  await page.getByRole('heading',{name:/^Foam/}).first().scrollIntoViewIfNeeded();
  await page.evaluate(()=>window.scrollBy(0,450));
  await shot('hot1');
  await page.getByRole('heading',{name:'The course'}).scrollIntoViewIfNeeded();
  await page.evaluate(()=>window.scrollBy(0,400));
  await shot('hot2');
});
await look('Bram Addy',[1280,900],async(page,shot,s)=>{
  await page.goto('/plan'); await page.getByRole('radio',{name:/3 heavy/}).click();
  await s.choose(page,'Body','van');
  await s.openParts(page,'Water, place and people'); await s.choose(page,'People','two at once').catch(()=>console.log('no People'));
  await page.waitForTimeout(2500);
  await page.getByRole('heading',{name:/^Pre-wash/}).first().scrollIntoViewIfNeeded();
  await shot('hot3');
  await page.getByRole('heading',{name:'The course'}).scrollIntoViewIfNeeded();
  await page.evaluate(()=>window.scrollBy(0,300));
  await shot('hot4');
});
