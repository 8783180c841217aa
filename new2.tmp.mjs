import { chromium } from '@playwright/test';
const N=+process.argv[2]||10;
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu']});
const U='http://127.0.0.1:4799';
const horses=await (await fetch(U+'/api/horses')).json();const horse=horses.find(h=>h.name==='Tansy').id;
let bad=0;
for(let i=0;i<N;i++){
 const c=await b.newContext({viewport:{width:1280,height:800},locale:'en-GB'});
 const p=await c.newPage();
 const log=[];p.on('console',m=>log.push(m.text()));p.on('requestfailed',r=>log.push('failed '+r.url()+' '+r.failure()?.errorText));
 const open=new Map();p.on('request',r=>open.set(r,Date.now()));p.on('requestfinished',r=>open.delete(r));p.on('requestfailed',r=>open.delete(r));
 for(const path of ['/?view=week','/phones']){await p.goto(U+path);await p.waitForLoadState('networkidle');}
 await p.goto(U+`/horses/${horse}/programme`);
 await p.getByRole('heading',{name:'Gates'}).waitFor({timeout:60000});
 open.clear();
 await p.goto(U);
 const t=Date.now();
 await p.getByRole('button',{name:'New',exact:true}).click();
 const tc=Date.now();
 try{await p.getByRole('heading',{name:'A new appointment'}).waitFor({timeout:15000});console.log(i,'ok',tc-t,Date.now()-tc)}
 catch{bad++;console.log(i,'missing',log.slice(-5),[...open.keys()].map(r=>r.url()));await p.screenshot({path:`/tmp/new${i}.png`})}
 await c.close();
}
console.log('bad',bad,'of',N);await b.close();
