import type { Schemas } from '../../api/client';

export type Plan = Schemas['Plan'];

/** A plan as it is placed: for each parcel what goes to which need. */
export function placed(plan: Plan): Schemas['PlacedParcel'][] {
  return plan.orders.parcels.map((parcel) => ({
    seller: parcel.seller,
    lines: parcel.lines.flatMap((line) =>
      line.needs.map((need, i) => ({
        needId: need.needId,
        itemNumber: line.listing.itemNumber,
        seenPrice: line.listing.packPrice,
        // A pack for the parcel's sake comes with the first of them.
        pieces: need.pieces + (i === 0 ? line.extra : 0),
      })),
    ),
  }));
}

/** A need, the way in which a listing fills it, and whether somebody holds it to that. */
export function pieceOf(plan: Plan, needId: string, listing: { seller: string; itemNumber: string }) {
  const planned = plan.needs.find((n) => n.id === needId);
  if (!planned) return undefined;
  const is = (one: { seller: string; itemNumber: string }) =>
    one.seller === listing.seller && one.itemNumber === listing.itemNumber;
  return {
    need: planned.need,
    shelf: planned.shelf,
    way: planned.ways.find(is),
    held: planned.need?.words.some((word) => word.held && is(word)) ?? false,
  };
}
