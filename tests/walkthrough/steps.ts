import type { Page } from '@playwright/test';
import { expect, numberIn, ready, saved } from '../helpers/browser.ts';

/** One step of the walkthrough: what the reader does and sees, and the same done and seen in the real interface. */
export interface Step {
  readonly title: string;
  readonly text: string;
  readonly act: (page: Page, address: string) => Promise<void>;
  /** Whether a picture is taken after it. */
  readonly picture?: boolean;
}

async function addMotor(page: Page, name: string, label: string): Promise<void> {
  await page.getByTestId('new-part').click();
  await page.getByTestId('part-name').fill(name);
  await page.getByTestId('part-label').fill(label);
  await page.getByTestId('part-label').press('Enter');
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('part-name')).toHaveCount(0);
  await expect(page.getByTestId('shelf')).toContainText(name);
}

/**
 * Fits the present setup round a motor of the shelf and names it after the motor.
 * @param suits whether what is there suits the motor already, so that nothing better is offered
 */
async function fitRound(page: Page, motor: string, suits = false): Promise<void> {
  await page.getByTestId('pick-motor').selectOption({ label: motor });
  await page.getByTestId('fix-motor').click();
  await expect(page.getByTestId('fix-motor')).toHaveText('fixed');
  await page.getByTestId('fit-free').click();
  if (suits) {
    await expect(page.getByRole('dialog')).toContainText('better than what is there');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  } else {
    await page.getByTestId('take-0').click();
    await expect(page.getByTestId('undo')).toHaveAttribute('title', /fitted around the motor/);
  }
  await page.getByTestId('rename').click();
  await page.getByTestId('new-name').fill(motor);
  await page.getByTestId('rename-ok').click();
  await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText(motor);
  await saved(page);
}

/** A new setup of the same craft, round another motor. */
async function another(page: Page, motor: string): Promise<void> {
  await page.getByTestId('duplicate').click();
  await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText('copy');
  await ready(page);
  await page.getByTestId('fix-motor').click();
  await expect(page.getByTestId('fix-motor')).toHaveText('free');
  await fitRound(page, motor);
}

const READINGS = {
  lv: '5.00',
  la: '0.9',
  lr: '5080',
  hv: '10.00',
  ha: '1.2',
  hr: '10190',
  sv: '0.62',
  sa: '10'
};

/** From nothing to a matched setup for a 1.1 kg aeroplane, with a drawer of three motors. */
export const STEPS: readonly Step[] = [
  {
    title: 'An empty shelf',
    text: 'Start Iskarn with an empty data folder (`ISKARN_DATA=data/mine npm start`) and open **Shelf**. It says what to type first. On the bench lie a 1.1 kg sport aeroplane without a powertrain, room for an eleven-inch propeller, and a drawer with three motors: two with a label, one without.',
    act: async (page, address) => {
      await page.goto(`${address}/shelf`);
      await ready(page);
      await expect(page.getByTestId('shelf')).toContainText('Nothing here yet');
    }
  },
  {
    title: 'The two motors with labels',
    text: 'Press **new part**, name the motor, type its label as it is printed (`2814 900KV 106g 38A`) and press Enter: the figures fall into their fields. Keep it. The second one says `2212 1400KV 55g 18A`. What a label leaves out (winding resistance, no-load current) stays empty; Iskarn estimates it from mass and KV and says so.',
    act: async (page) => {
      await addMotor(page, 'Drawer A', '2814 900KV 106g 38A');
      await addMotor(page, 'Drawer B', '2212 1400KV 55g 18A');
    }
  },
  {
    title: 'The motor without a label',
    text: 'Press **measure a motor**. Propeller off, run it unloaded at 5 V and at 10 V and write down volts, amps and rpm; then hold the shaft for a second with 10 A through two leads and read the volts across them. KV, winding and no-load current appear, each with its tolerance and its working.',
    act: async (page) => {
      await page.getByTestId('motor-test-open').click();
      for (const [key, value] of Object.entries(READINGS)) await page.getByTestId(`test-${key}`).fill(value);
      await expect(page.getByTestId('test-result')).toContainText('mΩ');
    },
    picture: true
  },
  {
    title: 'Weigh it, and put it beside the others',
    text: 'Press **Put it on the shelf**, name it and add what the scale says: 73 g. Measured figures stand in bold on the shelf and are used with their smaller tolerance.',
    act: async (page) => {
      await page.getByTestId('test-keep').click();
      await page.getByTestId('part-name').fill('Drawer C');
      await page.getByTestId('measured.massKg').fill('73');
      await page.getByTestId('measured.massKg').press('Tab');
      await page.getByTestId('part-save').click();
      await expect(page.getByTestId('shelf').locator('tbody tr')).toHaveCount(3);
    },
    picture: true
  },
  {
    title: 'The aeroplane',
    text: 'Open **Hangar**, press **new craft** and give what is known: its name, aeroplane, sport, 1.1 kg, eleven inches, ten minutes.',
    act: async (page, address) => {
      await page.goto(address);
      await ready(page);
      await page.getByTestId('new-craft').click();
      await page.getByTestId('craft-name').fill('Plover');
      await page.getByTestId('craft-purpose').selectOption({ label: 'sport' });
      await page.getByTestId('craft-mass').fill('1.1');
      await page.getByTestId('craft-size').fill('11');
      await page.getByTestId('craft-minutes').fill('10');
    },
    picture: true
  },
  {
    title: 'A first sketch',
    text: 'Press **Draw a first setup**. Match opens with a complete powertrain. Everything in it but the brief is an estimate, and the list on the left says which. The band on top narrows by the watts lost at each part; on the right stands what would put the rest right, and below it what holds. Press **brief** to see what follows from sport and 1.1 kg: 880 to 1100 g of thrust, and a pitch speed of at least one and a half times the stall.',
    act: async (page) => {
      await page.getByTestId('craft-make').click();
      await expect(page.getByRole('heading', { level: 1 })).toHaveText('Plover');
      await ready(page);
      await expect(page.getByTestId('estimates')).toContainText('winding resistance');
      await page.getByTestId('brief-open').click();
      await expect(page.getByTestId('target-thrust')).toContainText('880');
    },
    picture: true
  },
  {
    title: 'Round the first motor',
    text: 'Close the brief. Under **Motor** pick *Drawer A*, press **free** above it so that it says **fixed**, and press **fit what is free**. Propeller, cells, ESC and pack are chosen anew round this motor and held against the setup as it is; here nothing is better than what the sketch has, and that is said. Close it, and rename the setup after the motor.',
    act: async (page) => {
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toBeHidden();
      await fitRound(page, 'Drawer A', true);
      await expect(page.locator('[data-finding="over"]')).toHaveCount(0);
    },
    picture: true
  },
  {
    title: 'Round the other two',
    text: 'Press **duplicate**, free the motor, pick *Drawer B*, fix it and fit again: now the best ways stand beside the setup as it is, each with its amps, thrust, weight and verdict. **Take** the first; the same once more with *Drawer C*. Fourteen presses for both.',
    act: async (page) => {
      await another(page, 'Drawer B');
      await another(page, 'Drawer C');
    }
  },
  {
    title: 'Side by side',
    text: 'Press **compare**. Parts that differ and results stand in columns; the better of each row is underlined, the row a sport aeroplane is judged by is bold, and a sentence says which motor serves the purpose better and why. A setup with a finding over its limit is never the better one.',
    act: async (page) => {
      await page.getByTestId('compare').click();
      await expect(page.getByTestId('comparison').locator('thead th')).toHaveCount(4);
      await expect(page.getByTestId('better-why')).toContainText('Better for sport');
    },
    picture: true
  },
  {
    title: 'Real parts instead of estimates',
    text: 'Close the comparison and open *Drawer A*. Type the labels of the pack, the ESC and the propeller that can be bought or borrowed: `3S 2200 30C 185g`, `40A 2-4S`, `10x5`. After each Enter the figures, the band and the findings follow at once; the estimates left of them vanish one by one. Press **use this**.',
    act: async (page) => {
      await page.keyboard.press('Escape');
      await page
        .getByTestId('setups')
        .getByRole('link', { name: /Drawer A/ })
        .click();
      await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText('Drawer A');
      await ready(page);
      for (const [part, label] of [
        ['battery', '3S 2200 30C 185g'],
        ['esc', '40A 2-4S'],
        ['propulsor', '10x5']
      ] as const) {
        await page.getByTestId(`label-${part}`).fill(label);
        await page.getByTestId(`label-${part}`).press('Enter');
        await expect(page.getByTestId(`label-${part}`)).toHaveValue('');
      }
      await expect(page.getByTestId('propulsor.diameterM')).toHaveValue('10');
      await expect(page.getByTestId('esc.continuousA')).toHaveValue('40');
      await page.getByTestId('use').click();
      await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText('in use');
    }
  },
  {
    title: 'Read it, and ask why',
    text: 'Put the cursor on the thrust and press **w**: the formula, the numbers in it, where each comes from and how surely it is known. Step the propeller with the arrow keys and watch the ESC’s rail: the notch is the margin, the end of the rail its rating. What would put the whole setup right stands at the head of the right side, each way with all that it changes, one press; a finding opens to its working and to single changes; Ctrl+Z takes anything back. The band is wide, because winding and blade are estimates: the first run with a meter narrows it. Props off while setting up.',
    act: async (page) => {
      await page.getByTestId('thrust').focus();
      await page.keyboard.press('w');
      await expect(page.getByTestId('why')).toContainText('T = N CT ρ n² D⁴');
      const grams = numberIn(await page.getByTestId('thrust').textContent());
      if (!(grams > 800 && grams < 1700))
        throw new Error(`${grams} g of thrust for a 1.1 kg sport aeroplane`);
      await saved(page);
    },
    picture: true
  }
];
