import { expect, jest, test } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { useNotice } from './notices.ts';

let fails = true;
jest.unstable_mockModule('../pdf/pdf.ts', () => ({
  async pdfOf(pages: readonly string[]) {
    if (fails) throw new Error('no font');
    return new Blob([...pages]);
  },
}));
const { savePdf } = await import('./savePdf.ts');

test('a PDF that could not be made is said, and made at the second try', async () => {
  const saved: string[] = [];
  URL.createObjectURL = () => 'blob:';
  const click = jest.spyOn(HTMLAnchorElement.prototype, 'click');
  click.mockImplementation(function (this: HTMLAnchorElement) {
    saved.push(this.download);
  });
  const { result } = renderHook(useNotice);
  await act(() => savePdf('Marram-weeks', 'The weeks of Marram', () => ['<svg/>']));
  expect(result.current).toMatchObject({ said: 'The PDF could not be made.' });
  expect(saved).toEqual([]);
  fails = false;
  await act(async () => result.current!.further!.run());
  expect(saved).toEqual(['Marram-weeks.pdf']);
});
