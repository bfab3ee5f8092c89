import { TestBed } from '@angular/core/testing';
import { idOf } from '@nab/contract/testing';
import code from 'qrcode';
import { describe, expect, it } from 'vitest';
import { VoteCode } from './vote-code';

describe('the code of a vote', () => {
  it('says that nobody else reaches this machine, where that is so', async () => {
    const fixture = TestBed.createComponent(VoteCode);
    fixture.componentRef.setInput('id', idOf(1));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    expect(location.hostname).toBe('localhost');
    expect(host.textContent).toContain('Telephones cannot vote');
    expect(host.querySelector('img')).toBeNull();
  });

  it('is one that holds the address, with room for what spoils it', () => {
    const address = `https://192.168.0.10:4170/vote/${idOf(1)}`;
    const { modules, version } = code.create(address);
    expect(modules.size).toBe(17 + 4 * version);
    expect(version).toBeLessThanOrEqual(6);
  });
});
