// The product's own words, each in one plain sentence: said wherever the word stands, on hover and focus.
export const SAYS = {
  tint: 'A flat translucent colour over the whole picture, under the texts.',
  fade: 'A colour that is solid at one side and gone at the other.',
  pool: 'A soft patch of colour behind a text, without a visible edge.',
  plate: 'A translucent panel behind a text, with a crisp edge.',
  border: 'A line along the edges of the slide.',
  ways: 'All treatments that make the text Clear, painted side by side.',
  places: 'Calm places of the picture, where this text would read best.',
  inks: 'Colours for the letters, with what each would read.',
  chart: 'How the text reads at every strength of the treatment.',
  kept: 'How much of the photo still comes through what is laid over it.',
  marks: 'How much of the photo shows edges that were not in it: of a plate, or round letters.',
  needs: 'The contrast its weakest letter needs: more where type is small, thin, or on busy ground.',
  letters: 'Each letter coloured by how well it can be told from what lies behind it.',
  calm: 'Light where the picture is calm behind letters of this size, dark where it is busy.',
  clean: 'Nothing but the picture: no frames, handles or marks. Esc leaves it.',
  aids: 'Guides, margins, keep-clear zones and grids over the stage; they are never part of the picture.',
} as const;
