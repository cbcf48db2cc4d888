// Tasks that take in what comes from outside.
import type { TakenIn } from '../../../contract/files';
import type { OwnFont } from '../../../core/type/catalogue';
import { type Asset, derive, keepAsset } from '../../assets';
import { carriedIn } from '../../carry-in';
import { keepFonts } from '../../fonts';
import { drawingApart, type DrawingLayers } from '../../svg-layers';

/** Nothing: a member that answers has loaded all it works with. */
export const ready = async (): Promise<null> => null;

/** Checks a font and keeps it. */
export const addFont = ({
  campaign,
  bytes,
  name,
  licence,
}: {
  campaign: string;
  bytes: Uint8Array;
  name: string;
  licence: string;
}): Promise<OwnFont[]> => keepFonts(campaign, bytes, name, licence);

/** Checks a picture and keeps it. */
export const addPicture = ({
  bytes,
  name,
  listed,
}: {
  bytes: Uint8Array;
  name: string;
  listed: boolean;
}): Promise<Asset> => keepAsset(bytes, name, listed);

/** Takes in a piece or a campaign from its file. */
export const takeIn = ({
  bytes,
  name,
  into,
}: {
  bytes: Uint8Array;
  name: string;
  into: { id: string; name: string } | null;
}): Promise<TakenIn> => carriedIn(bytes, name, into);

/** A stored drawing as layers. */
export const takeApart = ({ id, campaign }: { id: string; campaign: string | null }): Promise<DrawingLayers> =>
  drawingApart(id, campaign);

/** Makes thumbnail and outlines of a picture that was kept before they were. */
export const deriveOf = ({ id }: { id: string }): Promise<Asset> => derive(id);
