/** The views of the stage, with the key that shows each. */
export type StageView = 'finished' | 'marks' | 'camera' | 'stand' | 'around';

export const stageViews: readonly { readonly id: StageView; readonly name: string; readonly hint: string }[] =
  [
    { id: 'finished', name: 'Finished', hint: 'How it looks on the material' },
    { id: 'marks', name: 'Marks', hint: 'What the machine does, by operation' },
    { id: 'camera', name: 'Camera', hint: 'What a phone sees from the chosen distance' },
    { id: 'stand', name: 'Stand', hint: 'The piece in its base' },
    { id: 'around', name: 'Around', hint: 'The piece on what it goes around' },
  ];
