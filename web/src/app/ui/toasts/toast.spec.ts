import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { describe, expect, it, vi } from 'vitest';
import { ToastService, ToastOutlet } from './toast';

describe('what was done', () => {
  it('is announced in a region that was there before, and shown with the way back', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(ToastOutlet);
    await fixture.whenStable();
    const region = (fixture.nativeElement as HTMLElement).querySelector('[role=status]')!;
    expect(region.textContent).toBe('');
    const undo = vi.fn();
    TestBed.inject(ToastService).show({ sentence: 'It is archived.', undo });
    await fixture.whenStable();
    expect(region.textContent).toBe('It is archived.');
    const shown = (): HTMLElement | null => document.querySelector('.ant-notification-notice');
    await vi.waitFor(() => expect(shown()?.textContent).toContain('It is archived.'));
    shown()!.querySelector('button')!.click();
    expect(undo).toHaveBeenCalledOnce();
  });

  it('is forgotten when the page is left', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(ToastOutlet);
    TestBed.inject(ToastService).show({ sentence: 'It is archived.' });
    await fixture.whenStable();
    fixture.destroy();
    expect(TestBed.inject(ToastService).telling()).toBeNull();
  });
});
