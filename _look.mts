import { openBrowser, consoleErrors, button, By } from './e2e/browser';
import { writeFileSync } from 'fs';
const b = await openBrowser();
const { driver } = b;
const step = async (path: string) => writeFileSync(path, Buffer.from(await driver.takeScreenshot(), 'base64'));
try {
  await driver.get('http://127.0.0.1:3000/');
  await driver.sleep(1500);
  await step('/tmp/try/1.png');
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await button(driver, 'Who sent seed to whom')).click();
  await driver.sleep(3500);
  const canvas = await driver.findElement(By.css('[role=application]'));
  const r = await canvas.getRect();
  const find = await button(driver,'Find'); await find.click(); await driver.sleep(300); await driver.switchTo().activeElement().sendKeys('hesper sand'); await driver.sleep(300); await driver.switchTo().activeElement().sendKeys('\n'); await driver.sleep(1500);
  await step('/tmp/try/3.png');
  await driver.get(await driver.getCurrentUrl().then(u=>u.replace(/networks.*/,'records'))); await driver.sleep(2500);
  await (await button(driver,'consignments')).click(); await driver.sleep(1500);
  await step('/tmp/try/4.png');
  console.log(await consoleErrors(driver));
} finally { await b.close(); }
