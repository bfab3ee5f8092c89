import { setLocale } from 'yup';

// Before any schema is made: a schema takes its default messages when it is built.
setLocale({
  mixed: {
    default: 'Is not valid.',
    required: 'Is missing.',
    defined: 'Is missing.',
    notNull: 'Must not be empty.',
    notType: ({ type }) => `Must be ${type === 'object' ? 'an object' : `a ${type}`}.`,
  },
  object: { noUnknown: ({ unknown }) => `Has keys that Nab does not know: ${unknown}.` },
});
