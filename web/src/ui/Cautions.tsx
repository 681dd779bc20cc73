// What every screen says that leads to work at a box.
export function Cautions() {
  return (
    <p className="cautions">
      <b>Switch off and prove dead before a hand goes in:</b> tester on a live point, every cable, tester
      again. Local codes govern; licensed work is for the licensed.
    </p>
  );
}
