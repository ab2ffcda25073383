import java.util.*;
public class Pendu {
    public static void main(String[] args) {
        String[] mots = {"orange", "citron", "banane", "cerise", "fraise", "pomme", "poire", "prune"};
        String mot = mots[new Random().nextInt(mots.length)];
        Set<Character> lettres = new LinkedHashSet<>();
        int vies = 6;
        Scanner sc = new Scanner(System.in);
        System.out.println("Bienvenue au jeu du pendu !");
        System.out.println("Le mot a " + mot.length() + " lettres.");
        while (true) {
            String affiche = "";
            for (char c : mot.toCharArray()) affiche += lettres.contains(c) ? c : '-';
            System.out.println("Mot : " + affiche + "  Vies : " + "*".repeat(vies));
            if (affiche.equals(mot)) { System.out.println("Gagné ! Le mot était bien " + mot + "."); break; }
            if (vies == 0) { System.out.println("Perdu ! Le mot était " + mot + "."); break; }
            System.out.print("Proposez une lettre : ");
            if (!sc.hasNextLine()) return;
            String s = sc.nextLine().trim().toLowerCase();
            if (s.length() != 1 || !Character.isLetter(s.charAt(0))) { System.out.println("Une seule lettre, s'il vous plaît."); continue; }
            if (!lettres.add(s.charAt(0))) { System.out.println("Lettre déjà proposée."); continue; }
            if (mot.indexOf(s.charAt(0)) < 0) { vies--; System.out.println("Raté."); } else System.out.println("Bien vu."); 
        }
    }
}
