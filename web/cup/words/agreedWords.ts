import { createContext, useContext } from 'react';

/** The words a household agreed on for the bag of a sheet, as typed; empty where any word will do. */
export const AgreedWords = createContext('');

export const useAgreedWords = (): string => useContext(AgreedWords);
