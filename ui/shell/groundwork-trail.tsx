'use client';
import { useRef } from 'react';
import { stepKinds } from '@/core/trail';

/** What the workbench stands on is loaded before it, a part at a time, each in a task of its own: all together would hold the page up. */
export function GroundworkOfTrail(): null {
  // What is only imported would not be loaded.
  useRef(stepKinds);
  return null;
}
