/** Sets an attribute only where it is not so yet, so that an observer of attributes can rest. */
export function set(element: Element, name: string, value: string | null): void {
  if (value === null) {
    if (element.hasAttribute(name)) element.removeAttribute(name);
  } else if (element.getAttribute(name) !== value) element.setAttribute(name, value);
}
