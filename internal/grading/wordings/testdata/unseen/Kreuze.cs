using System;
using System.Collections.Generic;
class Kreuze {
  enum Feld { Leer, Kreuz, Kreis }
  static Feld[,] brett = new Feld[3,3];
  static void Zeigen() {
    Console.WriteLine("    A   B   C");
    for (int z = 0; z < 3; z++) {
      Console.Write(" {0} ", z + 1);
      for (int s = 0; s < 3; s++) {
        string t = brett[z,s] == Feld.Leer ? "   " : brett[z,s] == Feld.Kreuz ? " X " : " O ";
        Console.Write(t + (s < 2 ? "|" : ""));
      }
      Console.WriteLine();
    }
  }
  static bool Drei(Feld f) {
    for (int i = 0; i < 3; i++) {
      if (brett[i,0]==f && brett[i,1]==f && brett[i,2]==f) return true;
      if (brett[0,i]==f && brett[1,i]==f && brett[2,i]==f) return true;
    }
    return brett[1,1]==f && ((brett[0,0]==f && brett[2,2]==f) || (brett[0,2]==f && brett[2,0]==f));
  }
  static void Main() {
    Feld dran = Feld.Kreuz; int n = 0;
    while (true) {
      Zeigen();
      Console.Write("{0} setzt auf: ", dran);
      string e = Console.ReadLine();
      if (e == null) return;
      e = e.Trim().ToUpper();
      if (e.Length != 2 || !char.IsLetter(e[0]) || !char.IsDigit(e[1])) { Console.WriteLine("Bitte so: B2"); continue; }
      int s = e[0] - 'A', z = e[1] - '1';
      if (s < 0 || s > 2 || z < 0 || z > 2) { Console.WriteLine("Daneben."); continue; }
      if (brett[z,s] != Feld.Leer) { Console.WriteLine("Da steht schon etwas."); continue; }
      brett[z,s] = dran; n++;
      if (Drei(dran)) { Zeigen(); Console.WriteLine("Drei auf einen Streich: {0}!", dran); return; }
      if (n == 9) { Zeigen(); Console.WriteLine("Schluss, keiner hat drei."); return; }
      dran = dran == Feld.Kreuz ? Feld.Kreis : Feld.Kreuz;
    }
  }
}
