import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { REFERENCE } from '@canter-book/core/formats/reference';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import Help from './Help.tsx';

afterEach(cleanup);

describe('the shorthand on the page of help', () => {
  const rows = REFERENCE.flatMap((g) => g.rows);
  test('each line stands on the page, with its picture where something is ridden', async () => {
    new FakeServer();
    renderIn(<Help />);
    for (const { line } of rows)
      screen.getByText((_, e) => e?.tagName === 'CODE' && e.textContent === line);
    expect((await screen.findAllByRole('img')).length).toBeGreaterThan(20);
  });
});
