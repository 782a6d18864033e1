import { CutOfPlate } from '../drawings/model';
import { Figure, Part, Points } from '../parts';

export function ModelPage() {
  return (
    <>
      <p>
        You do not need a sliced file to start. Open the <strong>model</strong> (.stl, .3mf or
        .obj), find the colour heights, and plan them. The plan moves to the sliced file later.
      </p>
      <Part title="Find the heights">
        <Figure caption="The cut shows exact values: the area inside, and the layer that begins there.">
          <CutOfPlate />
        </Figure>
        <Points>
          <li>
            The list shows flat faces from the top down, how much of each is visible, and whether
            something rises from it. Click a face to cut the model there.
          </li>
          <li>
            STL and OBJ do not state their unit. Lamella guesses, and asks if millimetres seem
            unlikely.
          </li>
          <li>
            Rotate the model and lay it on a face before you plan: every height changes with it.
          </li>
          <li>Scaling in Z moves all heights. Scaling in X and Y moves none.</li>
        </Points>
      </Part>
      <Part title="Heights that fit">
        <p>
          A colour begins on a layer boundary, or it is rounded to one. The table shows which
          heights land, how far off the others are, and which layer heights would fit all of them.
          Copy it for the person who slices. Variable layer heights are known only from the sliced
          file.
        </p>
      </Part>
      <Part title="Plan, slice, continue">
        <p>
          Bands, looks, shares and thin colours are as in a sliced file. Times and grams are rough,
          perhaps a third off. Slice the model as placed here, and open the sliced file: the plan
          moves to it by steps and heights, after you confirm.
        </p>
      </Part>
      <Part title="Draw a plate">
        <p>
          For signs, tags and numbers there is a small tool on the Bench: text, a drawing or a
          picture in flat colours, a border and holes. Each colour has a height in whole layers, or
          the colours are side by side with a gap of one line. Shapes too narrow for the line are
          marked. It refuses photos, and colours by height that would print over air. Paste a list
          of names to make a plate for each of them: plates on one bed share their swaps.
        </p>
      </Part>
      <Part title="Relief from a picture">
        <p>
          Lamella searches which spools of your shelf, in which order and with which swaps, come
          nearest to a picture; thin layers mix to the shades between. Drag a swap, exchange a spool
          or pin a shade, and the rest follows. Slice it solid with its own layer heights, and test
          the hiding depths with a small print first.
        </p>
      </Part>
      <Part title="3D view">
        <p>
          Press <kbd>Y</kbd> to turn the finished print with a finger or the arrow keys, backlit or
          cut, and to save a picture of it.
        </p>
      </Part>
    </>
  );
}
