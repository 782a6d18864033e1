/** What can hurt someone at a printer, said once more before it starts. */
export function Cautions() {
  return (
    <aside aria-label="Cautions" className="pt-5">
      <div className="rounded-md bg-caution-soft px-4 py-3 text-sm">
        <h2 className="pb-1 font-semibold text-caution">At a hot printer</h2>
        <ul className="grid list-disc gap-1 pl-4">
          <li>
            The nozzle and bed cause burns on contact. Let the part cool before you remove it.
          </li>
          <li>
            Keep fingers, hair and sleeves away from the axes. The head moves by itself when the
            print resumes.
          </li>
          <li>Cutters and cut-off strands are sharp. Do not pull cold filament.</li>
          <li>
            Never leave a hot or printing machine unattended, or running while you sleep. Keep a
            smoke alarm near it and anything flammable away from it.
          </li>
          <li>Some materials give off fumes: ventilate.</li>
        </ul>
        <p className="pt-2">
          Your printer’s manual and local rules come first. Lamella is a planning aid; leave mains
          wiring to a qualified person.
        </p>
      </div>
    </aside>
  );
}
