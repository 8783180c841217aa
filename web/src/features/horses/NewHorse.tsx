import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Horse } from '@canter-book/core/book/records';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { Page } from '../../ui/Page.tsx';
import { HorseForm } from './HorseForm.tsx';

const blank = (): Horse => ({
  id: newId(),
  revision: 0,
  name: '',
  kind: '',
  bornYear: null,
  heightCm: 160,
  stage: 2,
  approach: 'stretch-first',
  hollowSide: null,
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
  fitness: 'usual',
  events: [],
});

export default function NewHorse() {
  useTitle('Enter a horse');
  const [horse] = useState(blank);
  const navigate = useNavigate();
  return (
    <Page title="Enter a horse">
      <HorseForm horse={horse} onSaved={(id) => void navigate(`/horses/${id}`)} />
    </Page>
  );
}
