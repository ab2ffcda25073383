using System;
using System.Linq;
using System.Collections.Generic;

class Pend
{
    static readonly string[] Words = { "window", "kitchen", "garden", "carpet", "mirror", "pillow" };
    static void Main()
    {
        string secret = Words[new Random().Next(Words.Length)];
        var guessed = new HashSet<char>();
        int lives = 7;
        Console.WriteLine("I am thinking of something in a house.");
        while (lives > 0 && !secret.All(guessed.Contains))
        {
            Console.WriteLine("Word:  " + string.Concat(secret.Select(c => guessed.Contains(c) ? c : '-')));
            Console.WriteLine("Lives: " + lives);
            Console.Write("Your letter? ");
            string line = (Console.ReadLine() ?? "").Trim().ToLower();
            if (line.Length != 1 || line[0] < 'a' || line[0] > 'z') { Console.WriteLine("Only single letters."); continue; }
            if (!guessed.Add(line[0])) { Console.WriteLine("That one again?"); continue; }
            if (secret.Contains(line[0])) Console.WriteLine("There it is.");
            else { lives--; Console.WriteLine("Wrong."); }
        }
        Console.WriteLine(lives > 0 ? "You found it: " + secret : "You hang! It was " + secret);
    }
}
