import java.util.*;
public class Morpion {
    enum Case { VIDE, CROIX, ROND }
    static Case[] t = new Case[9];
    static String s(Case c) { return c == Case.CROIX ? "X" : c == Case.ROND ? "O" : "_"; }
    static void affiche() {
        System.out.println("   1 2 3");
        for (int l = 0; l < 3; l++) {
            System.out.print((char) ('A' + l) + "  ");
            for (int c = 0; c < 3; c++) System.out.print(s(t[3 * l + c]) + " ");
            System.out.println();
        }
    }
    static boolean gagne(Case j) {
        int[][] l = {{0,1,2},{3,4,5},{6,7,8},{0,3,6},{1,4,7},{2,5,8},{0,4,8},{2,4,6}};
        for (int[] x : l) if (t[x[0]] == j && t[x[1]] == j && t[x[2]] == j) return true;
        return false;
    }
    public static void main(String[] a) {
        Arrays.fill(t, Case.VIDE);
        Scanner in = new Scanner(System.in);
        Case j = Case.CROIX;
        int coups = 0;
        affiche();
        while (true) {
            System.out.println("Au tour de " + (j == Case.CROIX ? "la croix" : "du rond") + " (ex. B2) :");
            String r = in.nextLine().trim().toUpperCase();
            if (!r.matches("[A-C][1-3]")) { System.out.println("Coup incompréhensible."); continue; }
            int i = (r.charAt(0) - 'A') * 3 + r.charAt(1) - '1';
            if (t[i] != Case.VIDE) { System.out.println("Cette case n'est plus libre."); continue; }
            t[i] = j; coups++;
            affiche();
            if (gagne(j)) { System.out.println((j == Case.CROIX ? "La croix" : "Le rond") + " a gagné la partie."); break; }
            if (coups == 9) { System.out.println("Partie nulle."); break; }
            j = j == Case.CROIX ? Case.ROND : Case.CROIX;
        }
    }
}
