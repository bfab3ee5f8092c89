import type { Poll } from '@nab/contract/lesson';
import { idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { voteText } from './votes.js';

const poll: Poll = {
  id: idOf(1),
  levelId: idOf(2),
  seriesId: null,
  question: 'How few cells will hold 2 kg?',
  choices: ['1 cell', '2 cells', '3 cells'].map((name, i) => ({ value: i + 1, name })),
  hands: [4, 11, 6],
  telephones: [0, 2, 1],
  actor: 'educator',
  openedAt: '2026-11-26T09:00:00.000Z',
  closedAt: '2026-11-26T09:05:00.000Z',
};

describe('a vote in a line', () => {
  it('says how many voted, what most said, what it was and how many were right', () => {
    expect(voteText(poll, 3)).toBe(
      'How few cells will hold 2 kg? 24 votes, most for “2 cells”; it was “3 cells”: 7 of 24 were right.',
    );
    expect(voteText(poll, null)).toBe(
      'How few cells will hold 2 kg? 24 votes, most for “2 cells”.',
    );
  });

  it('says when nobody voted, and when nobody could have been right', () => {
    expect(voteText({ ...poll, hands: [0, 0, 0], telephones: [0, 0, 0] }, 1)).toMatch(
      /Nobody voted/,
    );
    expect(voteText(poll, 9)).toMatch(/nobody could choose what came of it/);
  });
});
