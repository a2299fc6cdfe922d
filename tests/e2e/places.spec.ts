import { expect, test } from './application.ts';

test('places: an address, its zone and why; a wrong postcode its form', async ({ desk }) => {
  await desk.keyboard.press('2');
  const asked = desk.getByLabel('Country or part, and postcode');
  await asked.fill('GB BT9 5EE');
  await expect(desk.getByText('Northern Ireland, because of GB-NIR.')).toBeVisible();
  await asked.fill('GB 75001');
  await expect(
    desk.getByText('“75001” is no British postcode; right would be outward and inward part, such as HS1 2AA'),
  ).toBeVisible();
  await asked.fill('US 99511');
  await expect(desk.getByText('No zone: not delivered to.')).toBeVisible();
  await desk.getByRole('button', { name: /^Northern Ireland/ }).click();
  // A zone in use shows by what, and where its places would fall, before it goes.
  await desk.getByRole('button', { name: 'Remove the zone …' }).click();
  const removal = desk.getByRole('dialog', { name: 'What removing Northern Ireland would do' });
  await expect(removal).toContainText('Parcels from Galway: 2 lanes of Northern Ireland go: standard and two-day');
  await expect(removal).toContainText('Long tubes: 1 lane of Northern Ireland goes: standard');
  await expect(removal).toContainText('GB-NIR → Rest of the world in Parcels from Galway');
  await expect(removal).toContainText('GB-NIR → nowhere: not delivered to in Long tubes');
  await removal.getByRole('button', { name: 'Leave it' }).click();
  // Regions, ranges, and what overlaps.
  await desk.getByRole('button', { name: '+ New' }).click();
  await expect(desk.getByLabel('Name of the zone')).toHaveValue('New zone');
  await desk.getByLabel('Places taken in').fill('150, GB HS1 to HS4');
  await expect(desk.getByRole('row', { name: /^150 Europe/ })).toBeVisible();
  await desk.getByLabel('Places taken in').fill('GB HS9 to HS1');
  await expect(desk.getByRole('alert')).toContainText('HS9 to HS1 runs backwards; right would be the lower end first');
  await desk.getByLabel('Places taken in').fill('GB-NIR');
  await expect(desk.getByRole('region', { name: 'Amiss among the zones' })).toContainText(
    'Northern Ireland and New zone overlap',
  );
  await expect(desk.getByRole('region', { name: 'Amiss among the zones' })).toContainText(
    'New zone is hidden: Northern Ireland take all of its places',
  );
  await desk.getByLabel('Coloured by').selectOption('charge');
  await expect(desk.getByRole('figure', { name: 'The world by charge' })).toContainText('the cheapest choice');
  await desk.keyboard.press('Escape');
  await desk.evaluate(() => localStorage.clear());
  await desk.reload();
});
