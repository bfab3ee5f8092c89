import { TestBed } from '@angular/core/testing';
import { idOf } from '@nab/contract/testing';
import code from 'qrcode';
import { describe, expect, it } from 'vitest';
import { Server } from '../../platform/server';
import { AddressCode } from './address-code';

describe('the code of an address', () => {
  it('says that nobody else reaches this machine, where that is so', async () => {
    TestBed.configureTestingModule({ providers: [{ provide: Server, useValue: {} }] });
    const fixture = TestBed.createComponent(AddressCode);
    fixture.componentRef.setInput('path', '/vote/1');
    fixture.componentRef.setInput('unreachable', 'Telephones cannot vote.');
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
