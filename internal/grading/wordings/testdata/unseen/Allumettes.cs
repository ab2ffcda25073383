using System;
using System.Linq;

class Allumettes
{
    static int[] lignes;

    static void Affiche()
    {
        Console.WriteLine();
        for (int i = 0; i < lignes.Length; i++)
            Console.WriteLine(new string(' ', 7 - i) + (i + 1) + " : " + new string('!', lignes[i]) + "  (" + lignes[i] + ")");
        Console.WriteLine();
    }

    static int Lis(string question)
    {
        Console.Write(question);
        string s = Console.ReadLine();
        if (s == null) Environment.Exit(0);
        int n;
        return int.TryParse(s, out n) ? n : -1;
    }

    static void Main()
    {
        do
        {
            lignes = new[] { 1, 3, 5, 7 };
            string joueur = "Alice", autre = "Bruno";
            while (lignes.Sum() > 0)
            {
                Affiche();
                Console.WriteLine("À toi, " + joueur + ".");
                int l = Lis("Quelle ligne ? "), n = Lis("Combien d'allumettes ? ");
                if (l < 1 || l > 4) { Console.WriteLine("Cette ligne n'existe pas."); continue; }
                if (n < 1 || n > lignes[l - 1]) { Console.WriteLine("Coup impossible."); continue; }
                lignes[l - 1] -= n;
                string t = joueur; joueur = autre; autre = t;
            }
            Console.WriteLine(autre + " a pris la dernière allumette et perd. Bravo " + joueur + ", tu gagnes !");
            Console.Write("Rejouer (o/n) ? ");
        } while (Console.ReadLine() == "o");
    }
}
