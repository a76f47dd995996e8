import { type Page } from '@playwright/test'
import sharp from 'sharp'
import { binaryStl, prism, textStl, type Triangle } from '../fixtures/stl'
import { signInAs } from './people'
import { pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, REGION, TEXT } from './names'

const square = (side: number): [number, number][] => [
  [0, 0],
  [side, 0],
  [side, side],
  [0, side],
]
const file = (name: string, mimeType: string, content: string | Uint8Array) => ({
  name,
  mimeType,
  buffer: Buffer.from(content),
})
const stl = (name: string, triangles: readonly Triangle[]) =>
  file(name, 'model/stl', binaryStl(triangles))
const holds = (page: Page, text: string) =>
  expect(
    page.getByRole('region', { name: REGION.whatItHolds }).locator('dd').first(),
  ).toContainText(text)

async function aNewMould(page: Page, way: string): Promise<void> {
  await signInAs(page, 'maren')
  await page.goto('/sizing/new')
  await page.getByRole('button', { name: way }).click()
}

test('a mould is sized from a mesh, kept, and its shape taken by a recipe', async ({ page }) => {
  await aNewMould(page, 'from a mesh')
  // a box of 60 × 60 × 50 mm: 180 ml
  await page
    .getByLabel(FIELD.chooseTheMesh)
    .setInputFiles(stl('box.stl', prism(square(60), square(60), 50)))
  await holds(page, '180.0')
  await expect(page.getByText('12 triangles, 50.0 mm high')).toBeVisible()
  await page.getByLabel(FIELD.howDeepAre).fill('90')
  await expect(page.getByText('25.00 mm')).toBeVisible()
  await page.getByLabel('how much is a depth of').fill('10')
  await expect(page.getByText('36.00 ml')).toBeVisible()
  await page.getByLabel('millilitres in the mould').fill('36')
  await expect(page.getByText('to 10.0 mm')).toBeVisible()
  await page.getByLabel(FIELD.name).fill('Meshed mould')
  await page.getByRole('button', { name: BUTTON.saveTheMould }).click()
  await expect(page).toHaveURL(/sizing\/\d+$/)
  await expect(page.getByText('the mesh “box.stl”').first()).toBeVisible()

  await page.goto('/recipes/new')
  await pick(page, 'Mould', 'Meshed mould (1)')
  await page.getByRole('button', { name: 'Take the mould’s shape' }).click()
  await expect(page.getByText('Holds 180.0 ml to the brim')).toBeVisible()
})

test('a file that is no closed mesh is told so, and nothing typed is lost', async ({ page }) => {
  await aNewMould(page, 'from a mesh')
  await page.getByLabel(FIELD.name).fill('Half a mould')
  const choose = page.getByLabel(FIELD.chooseTheMesh)
  await choose.setInputFiles(file('photo.stl', 'model/stl', 'this is no mesh at all'))
  await expect(page.getByRole('alert')).toContainText('is not an STL file')
  await choose.setInputFiles(
    file('short.stl', 'model/stl', textStl(prism(square(9), square(9), 9)).slice(0, 500)),
  )
  await expect(page.getByRole('alert')).toContainText('breaks off')
  await choose.setInputFiles(stl('open.stl', prism(square(60), square(60), 50).slice(2)))
  await expect(page.getByRole('alert')).toContainText('does not close')
  await expect(page.getByLabel(FIELD.name)).toHaveValue('Half a mould')
})

test('measures are taken in the units they are typed in, and an ounce is asked about', async ({
  page,
}) => {
  await aNewMould(page, 'by measures')
  await page.getByLabel(FIELD.width).fill('4 in')
  await expect(page.getByText('in: 101.6 mm')).toBeVisible()
  await page.getByLabel('length').fill('2,5 cm')
  await page.getByLabel(FIELD.height).fill('10')
  // 101.6 × 25 × 10 mm
  await holds(page, '25.4')
  await page.getByLabel(FIELD.howDeepAre).fill('0.5 imp fl oz')
  // 14.206531 ml over 25.4 cm²
  await expect(page.getByText('5.59 mm')).toBeVisible()
  await page.getByLabel(FIELD.howDeepAre).fill('1 oz')
  await expect(page.getByText('an ounce can be a weight or a volume')).toBeVisible()
  await page.getByLabel(FIELD.width).fill('4 kg')
  await expect(page.getByText('"4 kg" measures something else')).toBeVisible()
})

test('water at several levels makes a curve', async ({ page }) => {
  await aNewMould(page, 'with water')
  await page.getByLabel(FIELD.theWaterHas).fill('20')
  await page.getByLabel('level above the lowest point').fill('10')
  await page.getByLabel(FIELD.waterInIt).fill('99,82067')
  // 0.9982067 g/ml at 20 °C
  await holds(page, '100.0')
  await page.getByRole('button', { name: 'another level' }).click()
  await page.getByLabel(FIELD.nextLevel).fill('8')
  await page.getByLabel(FIELD.waterInIt).nth(1).fill('150')
  await expect(page.getByText('must be higher than 10 mm')).toBeVisible()
  await page.getByLabel(FIELD.nextLevel).fill('30')
  await holds(page, '150.3')
  await page.getByLabel(FIELD.theWaterHas).fill('55')
  await expect(page.getByText('must be from 0 to 40 °C')).toBeVisible()
})

test('a drawing with its own scale, one without, and one that is none', async ({ page }) => {
  await aNewMould(page, 'from a drawing')
  const choose = page.getByLabel('Choose the drawing')
  // 100 × 60 mm with a round hole of 40 mm across: 60 − 12.566 = 47.434 cm², 10 mm high
  await choose.setInputFiles(
    file(
      'plate.svg',
      'image/svg+xml',
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 200 120"><script>document.title="hostile"</script><rect width="200" height="120"/><circle cx="100" cy="60" r="40"/></svg>',
    ),
  )
  await page.getByLabel(FIELD.heightOfItsSides).fill('10')
  await holds(page, '47.4')
  await choose.setInputFiles(
    file(
      'bow.svg',
      'image/svg+xml',
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0L9 9L9 0L0 9Z"/></svg>',
    ),
  )
  await expect(page.getByRole('alert')).toContainText('crosses or touches itself')
  await choose.setInputFiles(
    file(
      'bad.svg',
      'image/svg+xml',
      '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L9"/></svg>',
    ),
  )
  await expect(page.getByRole('alert')).toContainText('malformed')
  await choose.setInputFiles(file('none.svg', 'image/svg+xml', 'hello'))
  await expect(page.getByRole('alert')).toContainText('no SVG drawing')
  expect(await page.title()).not.toContain('hostile')
})

test('an outline is traced on a photograph with a known rectangle', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1500 })
  await aNewMould(page, 'from a photo')
  const png = await sharp({
    create: { width: 800, height: 600, channels: 3, background: '#cbb98f' },
  })
    .png()
    .toBuffer()
  await page
    .getByLabel(FIELD.chooseThePhotograph)
    .setInputFiles(file('none.png', 'image/png', 'no picture'))
  await expect(page.getByRole('alert')).toContainText('no picture')
  await page
    .getByLabel(FIELD.chooseThePhotograph)
    .setInputFiles(file('mould.png', 'image/png', png))
  await page
    .getByLabel('The scale comes from')
    .selectOption({ label: 'four corners of a known rectangle' })
  await page.getByLabel('first side').fill('200')
  await page.getByLabel('second side').fill('100')
  await page.getByLabel(FIELD.heightOfItsSides).fill('10')
  const stage = page.getByRole('group', { name: /The photograph/ })
  const box = (await stage.boundingBox())!
  const scale = Math.min(box.width / 800, box.height / 600)
  const press = (x: number, y: number) =>
    page.mouse.click(
      box.x + (box.width - 800 * scale) / 2 + x * scale,
      box.y + (box.height - 600 * scale) / 2 + y * scale,
    )
  // The rectangle lies straight in the picture, two pixels a millimetre; the outline is 100 × 50
  // mm: 50 ml at 10 mm.
  for (const [x, y] of [
    [100, 100],
    [500, 100],
    [500, 300],
    [100, 300],
  ] as const)
    await press(x, y)
  await expect(page.getByText('Now mark the outline')).toBeVisible()
  for (const [x, y] of [
    [200, 150],
    [400, 150],
    [400, 250],
    [200, 250],
  ] as const)
    await press(x, y)
  const volume = async () =>
    Number(
      (
        await page
          .getByRole('region', { name: REGION.whatItHolds })
          .locator('dd')
          .first()
          .textContent()
      )?.replace(/[^\d.]/g, ''),
    )
  await expect.poll(volume).toBeGreaterThan(48.5)
  expect(await volume()).toBeLessThan(51.5)
  const before = await volume()
  await page.getByRole('button', { name: 'Insert a corner after 1', exact: true }).press('Enter')
  await page.getByRole('button', { name: /^Point 2;/ }).press('ArrowUp')
  await page.getByRole('button', { name: BUTTON.undo }).click()
  await page.getByRole('button', { name: BUTTON.undo }).click()
  await expect.poll(volume).toBeCloseTo(before, 1)
})

test('two people size one mould: the second is told', async ({ page, browser }) => {
  await signInAs(page, 'maren')
  await page.goto('/sizing')
  await page.getByRole('link', { name: /Plaque mould/ }).click()
  await page.getByLabel('lasts for').fill('55')
  const other = await (await browser.newContext()).newPage()
  await signInAs(other, 'wilda')
  await other.goto(page.url())
  await other.getByLabel(FIELD.inTheWorkshop).fill('9')
  await other.getByRole('button', { name: BUTTON.saveTheMould }).click()
  await expect(other.getByText(TEXT.saved)).toBeVisible()
  await expect(page.getByText(TEXT.savedThisWhileYouHaveItOpen)).toBeVisible()
  await page.getByRole('button', { name: BUTTON.saveTheMould }).click()
  await expect(page.getByRole('alert')).toContainText('Somebody else saved this')
  await page.getByRole('alert').getByRole('button', { name: 'Take theirs, drop mine' }).click()
  await expect(page.getByLabel(FIELD.inTheWorkshop)).toHaveValue('9')
})
