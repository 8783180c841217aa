import lighthouse from 'lighthouse';
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
const folder = mkdtempSync('/tmp/lh-');
const port = 4795;
const server = spawn(process.execPath, ['dist/server/main.js','--data',folder,'--demo'],{env:{...process.env,PORT:String(port),DATABASE_URL:''}});
await new Promise(r=>server.stdout.on('data',d=>String(d).includes('is open at')&&r()));
const base=`http://127.0.0.1:${port}`;
const get = async (p) => (await fetch(`${base}/api/${p}`)).json();
const [lesson] = await get('lessons'); const [horse]=await get('horses');
const pages={today:'/',desk:`/desk/${lesson.id}`,horse:`/horses/${horse.id}`,ringside:'/ringside'};
const browser = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu','--remote-debugging-port=9334']});
const want=process.argv.slice(2);
for(const n of want){ const run=await lighthouse(base+pages[n],{port:9334,output:'json',logLevel:'error',onlyCategories:['performance']});
 const a=run.lhr.audits; 
 console.log(n,Math.round(100*run.lhr.categories.performance.score),['first-contentful-paint','largest-contentful-paint','total-blocking-time','cumulative-layout-shift','speed-index'].map(k=>k+' '+a[k].displayValue+' ('+a[k].score+')').join(' | '),'idx',run.lhr.environment.benchmarkIndex);
 if(process.env.DETAIL){ for(const t of a['bootup-time']?.details?.items?.slice(0,8)??[]) console.log('  boot',t.url.slice(-40),Math.round(t.total),Math.round(t.scripting),Math.round(t.scriptParseCompile));
  for(const t of a['long-tasks']?.details?.items?.slice(0,10)??[]) console.log('  long',t.url.slice(-40),Math.round(t.startTime),Math.round(t.duration));
  for(const t of a['layout-shifts']?.details?.items?.slice(0,6)??[]) console.log('  shift',t.score,t.node?.snippet?.slice(0,120));
  for(const t of a['network-requests']?.details?.items??[]) console.log('  net',t.url.replace(base,'').slice(0,60),Math.round(t.networkRequestTime),Math.round(t.networkEndTime),t.transferSize);
  console.log('LCP el', JSON.stringify(a['lcp-breakdown-insight']?.details?.items?.[1]??a['largest-contentful-paint-element']?.details).slice(0,400));
  console.log(JSON.stringify(a['mainthread-work-breakdown']?.details?.items?.map(i=>[i.groupLabel,Math.round(i.duration)])));
  console.log(JSON.stringify(a['lcp-breakdown-insight']?.details?.items?.[0]?.items?.map(i=>[i.label,Math.round(i.duration)])));
 }
}
await browser.close(); server.kill(); rmSync(folder,{recursive:true,force:true});
