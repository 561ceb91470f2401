import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { ComponentFixture } from '@angular/core/testing';
import type { Type } from '@angular/core';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import type { Action } from '@ngrx/store';
import type { SessionView } from '@oak-gate/contract';
import type { Role } from '@oak-gate/core';
import { jobFeature } from '../app/state/job.feature';
import { SessionActions, sessionFeature } from '../app/state/session.feature';

export const person = (name: string, ...roles: Role[]) => ({
  id: name.toLowerCase(),
  name,
  roles,
  authorisation: null,
  active: true,
});
export const SESSION: SessionView = {
  shop: {
    name: 'Quay',
    secondPerson: 'required',
    zone: 'UTC',
    key: { alg: 'Ed25519', keyId: 'k1', spki: 's' },
    keys: ['k1'],
  },
  person: person('Teo', 'steward', 'manager'),
  people: [
    person('Teo', 'steward', 'manager'),
    person('Ivo', 'technician'),
    { ...person('Gone', 'technician'), active: false },
  ],
  demoPin: null,
  now: '2026-06-01T08:00:00.000Z',
  pinToChoose: false,
  clockInDoubt: null,
};

/** A page on its own, with a server that a test answers for and a session that it chooses. */
export class PageUnderTest<T> {
  private constructor(
    private readonly fixture: ComponentFixture<T>,
    readonly http: HttpTestingController,
  ) {}

  static open<T>(
    page: Type<T>,
    inputs: Readonly<Record<string, unknown>> = {},
    session: SessionView = SESSION,
    told: readonly Action[] = [],
  ): PageUnderTest<T> {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        provideStore(),
        provideState(sessionFeature),
        provideState(jobFeature),
      ],
    });
    TestBed.inject(Store).dispatch(SessionActions.told({ view: session }));
    for (const action of told) TestBed.inject(Store).dispatch(action);
    const fixture = TestBed.createComponent(page);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    return new PageUnderTest(fixture, TestBed.inject(HttpTestingController));
  }
  get component(): T {
    return this.fixture.componentInstance;
  }
  get element(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }
  get text(): string {
    return this.element.textContent.replace(/\s+/g, ' ');
  }
  async settle(): Promise<void> {
    // The way to the server is a promise or two long.
    for (let i = 0; i < 4; i++) await this.fixture.whenStable();
    this.fixture.detectChanges();
  }
  /** The address changes while the page stays. */
  async say(inputs: Readonly<Record<string, unknown>>): Promise<void> {
    for (const [name, value] of Object.entries(inputs)) this.fixture.componentRef.setInput(name, value);
    this.fixture.detectChanges();
    await this.settle();
  }
  async answer(url: string, body: object, status = 200): Promise<void> {
    this.http.expectOne(url).flush(body, { status, statusText: status === 200 ? 'OK' : 'Refused' });
    await this.settle();
  }
  button(words: string): HTMLButtonElement | undefined {
    return [...this.element.querySelectorAll('button')].find((button) => button.textContent.includes(words));
  }
  async click(words: string): Promise<void> {
    this.button(words)?.click();
    await this.settle();
  }
  /** The choice whose label is this, if it is there. */
  choice(label: string): HTMLElement | undefined {
    const field = [...this.element.querySelectorAll<HTMLElement>('mat-form-field')].find(
      (each) => each.querySelector('mat-label')?.textContent.trim() === label,
    );
    return field?.querySelector<HTMLElement>('.mat-mdc-select-trigger') ?? undefined;
  }
  async choose(label: string, option: string): Promise<void> {
    this.choice(label)?.click();
    await this.settle();
    [...document.querySelectorAll<HTMLElement>('mat-option')]
      .find((each) => each.textContent.trim() === option)
      ?.click();
    await this.settle();
  }
  async type(name: string, value: string): Promise<void> {
    const field = this.element.querySelector<HTMLInputElement | HTMLTextAreaElement>(
      `input[name="${name}"], textarea[name="${name}"]`,
    )!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await this.settle();
  }
}

export const refusal = (code: string, title: string, errors?: object[]) => ({
  type: `urn:oak-gate:problem:${code}`,
  title,
  status: 409,
  detail: title,
  code,
  where: 'here',
  next: 'Do it right.',
  data: {},
  ...(errors === undefined ? {} : { errors }),
});
