'use client';
/** Who looks. */
import { type ReactNode, createContext, useContext } from 'react';

export interface Who {
  id: string;
  name: string;
  email: string;
  administrator: boolean;
}

export interface House {
  who?: Who;
  /** Whether somebody must sign in here. */
  accounts: boolean;
}

const Context = createContext<House>({ accounts: false });

export const WhoProvider = ({ house, children }: { house: House; children: ReactNode }) => (
  <Context.Provider value={house}>{children}</Context.Provider>
);
export const useHouse = (): House => useContext(Context);
