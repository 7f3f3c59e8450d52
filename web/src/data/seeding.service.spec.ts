import { HttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { RELOAD, SeedingService } from './seeding.service';

function setUp(answers: (object | Error)[]) {
  const reload = jest.fn();
  const get = () => {
    const next = answers.length > 1 ? answers.shift()! : answers[0];
    return next instanceof Error ? throwError(() => next) : of(next);
  };
  TestBed.configureTestingModule({ providers: [{ provide: HttpClient, useValue: { get } }, { provide: RELOAD, useValue: reload }] });
  return { service: TestBed.inject(SeedingService), reload };
}

describe('setting up the demo plant', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('is told as it goes on, and shown when it is done', async () => {
    const { service, reload } = setUp([{ seeding: { done: 3, of: 23 } }, { seeding: { done: 9, of: 23 } }, {}]);
    const done = service.watch();
    await jest.advanceTimersByTimeAsync(0);
    expect(service.text()).toContain('3 of 23');
    await jest.advanceTimersByTimeAsync(1000);
    expect(service.text()).toContain('9 of 23');
    await jest.advanceTimersByTimeAsync(1000);
    await done;
    expect([service.text(), reload.mock.calls.length]).toEqual(['', 1]);
  });
  it('is not spoken of where nothing is set up, or nobody answers', async () => {
    for (const answer of [{}, new Error('gone')]) {
      TestBed.resetTestingModule();
      const { service, reload } = setUp([answer]);
      await service.watch();
      expect([service.text(), reload.mock.calls.length]).toEqual(['', 0]);
    }
  });
});
