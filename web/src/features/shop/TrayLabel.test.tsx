import { render } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { TrayLabel } from './TrayLabel';

const tray: Schemas['Tray'] = {
  id: 19,
  trayNumber: 7,
  kind: 'slideProjector',
  machine: 'Vantorel Slidewell 24',
  complaint: 'stops half way',
  ownerName: 'Gert Pallin',
  waitsFor: '',
  place: 'onTheBench',
  nextStep: 'read',
};

function shown(part: Partial<Schemas['Tray']>, today = '2026-11-23') {
  return render(
    <MemoryRouter>
      <TrayLabel tray={{ ...tray, ...part }} today={today} open={false} />
    </MemoryRouter>,
  ).container.textContent;
}

describe('a tray label', () => {
  it('shows its number with two digits, the machine and the next step', () => {
    expect(shown({})).toMatch(/^07Vantorel Slidewell 24stops half waynext: Read$/);
  });

  it('says what it waits for rather than the next step', () => {
    expect(shown({ place: 'waitingForGear', waitsFor: 'arrives Thu 26 Nov' })).toContain(
      'arrives Thu 26 Nov',
    );
  });

  it('calls a promise late once its day has passed, and not on the day', () => {
    expect(shown({ promisedOn: '2026-11-22' })).toContain('late');
    expect(shown({ promisedOn: '2026-11-23' })).not.toContain('late');
    expect(shown({ promisedOn: '2026-11-22', place: 'putAway' })).not.toContain('late');
  });
});
