using System.Collections.Generic;
using System.Linq;

public class Gallows
{
    private readonly string secret;
    private readonly List<char> used = new List<char>();

    public Gallows(string secret)
    {
        this.secret = secret.ToUpper();
        Remaining = 6;
    }

    public int Remaining { get; private set; }

    public string Pattern
    {
        get { return new string(secret.Select(c => char.IsLetter(c) && !used.Contains(c) ? '_' : c).ToArray()); }
    }

    public bool Solved => !Pattern.Contains('_');

    public bool Hanged => Remaining == 0;

    public bool Try(char letter)
    {
        letter = char.ToUpper(letter);
        if (Solved || Hanged || !char.IsLetter(letter) || used.Contains(letter))
            return false;
        used.Add(letter);
        if (!secret.Contains(letter))
            Remaining--;
        return true;
    }
}
