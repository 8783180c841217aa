import { expect, test } from '@playwright/test';
import { isAccessible } from '../access.ts';
import { Yard } from '../phones.ts';
import { demoIds } from '../server.ts';

/** People who sign in from elsewhere, and what is shared by a link. */

let yard: Yard;
test.beforeAll(async () => {
  yard = await Yard.open();
});
test.afterAll(() => yard.close());

const PASSWORD = 'saddle lantern cobweb quince';

test('a helper is invited, signs in by a passkey, teaches the given horse and is shut out', async ({
  page,
}) => {
  const { server, book } = yard;
  await page.goto(`${server.url}/phones`);
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  const form = page.getByRole('form', { name: 'Invite somebody' });
  await form.getByRole('button', { name: 'helper' }).click();
  await form.getByLabel('Name to sign in with').fill('Tove Lindqvist');
  await expect(form.getByRole('button', { name: 'Invite' })).toBeDisabled();
  await form.getByLabel('Kelpwick').check();
  await form.getByRole('button', { name: 'Invite' }).click();
  const link = await page.getByRole('textbox', { name: 'Link' }).inputValue();

  yard.trust();
  const own = await yard.phone();
  await own.goto(link);
  await own.getByRole('link', { name: 'Go on to the book' }).click();
  await own.getByLabel('Your new password').fill('password1234');
  await own.getByLabel('Once more').fill('password1234');
  await own.getByRole('button', { name: 'Save and sign in' }).click();
  await expect(own.getByRole('alert')).toContainText('too easy to guess');
  await own.getByLabel('Your new password').fill(PASSWORD);
  await own.getByLabel('Once more').fill(PASSWORD);
  await own.getByRole('button', { name: 'Save and sign in' }).click();
  // A helper begins at the ringside, whatever is opened.
  await expect(own).toHaveURL(`${book}/ringside`);
  await own.goto(`${book}/horses`);
  await expect(own).toHaveURL(`${book}/ringside`);
  const horse = own.getByLabel('Horse');
  await expect(horse.locator('option')).toHaveText(['Choose a horse', 'Kelpwick']);

  // A passkey of the phone, made and used; the keys are Chromium's own, without a finger to ask for.
  const cdp = await own.context().newCDPSession(own);
  await cdp.send('WebAuthn.enable');
  await cdp.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
    },
  });
  await own.getByRole('link', { name: 'You: Tove Lindqvist' }).click();
  await own.getByRole('button', { name: 'Make a passkey' }).click();
  await expect(own.getByText('The passkey is made')).toBeVisible();
  await isAccessible(own, 'Today');
  await own.getByRole('button', { name: 'Sign out' }).click();
  await expect(own).toHaveURL(`${book}/pair`);
  await isAccessible(own, 'the door');
  await own.getByLabel('Name').fill('Tove Lindqvist');
  await own.getByLabel('Password').fill('not the one');
  await own.getByRole('button', { name: 'Sign in' }).click();
  await expect(own.getByRole('alert')).toContainText('Check both');
  await own.getByRole('button', { name: 'Use a passkey' }).click();
  await expect(own).toHaveURL(`${book}/ringside`);

  await own.getByLabel('Horse').selectOption({ label: 'Kelpwick' });
  await own.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(own.getByTestId('delivery')).toContainText('in the book');
  const session = new URL(own.url()).pathname.split('/').pop()!;
  await page.goto(`${server.url}/debrief/${session}`);
  await expect(page.getByText('taught by Tove Lindqvist')).toBeVisible();

  await page.goto(`${server.url}/phones`);
  await page.getByRole('button', { name: 'Shut out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Shut out' }).click();
  await expect(page.getByText('Tove Lindqvist is shut out.')).toBeVisible();
  await own.goto(`${book}/ringside`);
  await expect(own.getByText('This phone was removed from the book.')).toBeVisible();
});

test('a link shows the lesson to whoever has it, until it is taken back', async ({ page }) => {
  const { server, book } = yard;
  const { horse } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/horses/${horse}/report`);
  await page.getByRole('button', { name: 'Share' }).click();
  await page.getByRole('button', { name: '7 days' }).click();
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = await page.getByRole('textbox', { name: 'Link' }).inputValue();
  expect(link).toMatch(new RegExp(`^${book}/shared#.{43}$`));

  yard.trust();
  const stranger = await yard.phone();
  await stranger.goto(link);
  await expect(stranger.getByRole('heading', { name: 'Report on Kelpwick' })).toBeVisible();
  await expect(stranger.getByRole('navigation')).toHaveCount(0);
  await isAccessible(stranger, 'a lesson that is shared');
  await stranger.goto(`${book}/horses`);
  await expect(stranger).toHaveURL(`${book}/pair`);

  await page.goto(`${server.url}/phones`);
  await page.getByRole('button', { name: 'Take back the link to Report on Kelpwick' }).click();
  await expect(page.getByText('The link opens nothing now.')).toBeVisible();
  await stranger.goto(link);
  await expect(stranger.getByText('This link no longer works.')).toBeVisible();
});
