import { TypedFields } from './typed-fields';

describe('a field that is being typed in', () => {
  const taken: string[] = [];
  let field: HTMLInputElement;
  beforeEach(() => {
    taken.length = 0;
    document.body.innerHTML = '<input>';
    field = document.querySelector('input')!;
    field.addEventListener('change', () => taken.push(field.value));
  });
  const type = (text: string): void => {
    field.value = text;
    field.dispatchEvent(new Event('input', { bubbles: true }));
  };

  it('is taken as it stands when the page goes, once', () => {
    const fields = new TypedFields(document);
    type('12');
    fields.take();
    fields.take();
    expect(taken).toEqual(['12']);
  });
  it('that was left already, or is gone, is not taken again', () => {
    const fields = new TypedFields(document);
    type('12');
    field.dispatchEvent(new Event('change', { bubbles: true }));
    fields.take();
    expect(taken).toEqual(['12']);
    type('13');
    field.remove();
    fields.take();
    expect(taken).toEqual(['12']);
  });
});
