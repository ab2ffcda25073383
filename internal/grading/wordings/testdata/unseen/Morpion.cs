using System;
using System.Linq;

static class Morpion
{
    static void Main()
    {
        Console.WriteLine("Jeu du morpion");
        Console.Write("Nom du premier joueur : ");
        string a = Console.ReadLine() ?? "";
        Console.Write("Nom du second joueur : ");
        string b = Console.ReadLine() ?? "";
        string[] noms = { a, b };
        char[] signes = { 'X', 'O' };
        do
        {
            var cases = "123456789".ToCharArray();
            int tour = 0;
            while (true)
            {
                Afficher(cases);
                Console.Write("{0} ({1}), choisissez une case : ", noms[tour % 2], signes[tour % 2]);
                string s = Console.ReadLine();
                if (s == null) return;
                int n;
                if (!int.TryParse(s.Trim(), out n) || n < 1 || n > 9)
                {
                    Console.WriteLine("Saisie incorrecte, un nombre de 1 à 9 est attendu.");
                    continue;
                }
                if (!char.IsDigit(cases[n - 1]))
                {
                    Console.WriteLine("Cette case est déjà prise.");
                    continue;
                }
                cases[n - 1] = signes[tour % 2];
                if (Gagne(cases, signes[tour % 2]))
                {
                    Afficher(cases);
                    Console.WriteLine("Bravo {0}, vous avez gagné !", noms[tour % 2]);
                    break;
                }
                if (cases.All(c => !char.IsDigit(c)))
                {
                    Afficher(cases);
                    Console.WriteLine("Match nul.");
                    break;
                }
                tour++;
            }
            Console.Write("Voulez-vous rejouer (o/n) ? ");
        } while ((Console.ReadLine() ?? "").Trim().ToLower() == "o");
        Console.WriteLine("Au revoir !");
    }

    static bool Gagne(char[] c, char s)
    {
        int[][] l = { new[]{0,1,2}, new[]{3,4,5}, new[]{6,7,8}, new[]{0,3,6}, new[]{1,4,7}, new[]{2,5,8}, new[]{0,4,8}, new[]{2,4,6} };
        return l.Any(t => t.All(i => c[i] == s));
    }

    static void Afficher(char[] c)
    {
        Console.WriteLine();
        for (int i = 0; i < 9; i += 3) Console.WriteLine("  [{0}] [{1}] [{2}]", c[i], c[i + 1], c[i + 2]);
        Console.WriteLine();
    }
}
