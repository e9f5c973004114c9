import { useEffect, useId, useRef } from 'react';

/** Something that can be done where one is, besides what has a key. */
export interface Offer {
  readonly label: string;
  readonly run: () => void;
}

const offered = new Map<string, () => readonly Offer[]>();

/** Offers actions to the palette as long as the component is there; the latest ones are taken. */
export const useOffers = (offers: readonly Offer[]): void => {
  const id = useId();
  const latest = useRef(offers);
  useEffect(() => {
    latest.current = offers;
  });
  useEffect(() => {
    offered.set(id, () => latest.current);
    return () => void offered.delete(id);
  }, [id]);
};

/** What is offered now. */
export const listOffers = (): readonly Offer[] => [...offered.values()].flatMap((list) => list());
