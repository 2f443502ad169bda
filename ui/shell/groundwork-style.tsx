'use client';
import { useRef } from 'react';
import { plainStyle } from '@/core/style';

/** Looks are loaded before the steps that set them: see `GroundworkOfTrail`. */
export function GroundworkOfStyle(): null {
  // What is only imported would not be loaded.
  useRef(plainStyle);
  return null;
}
