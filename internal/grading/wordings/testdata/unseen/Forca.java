import java.util.*;
import java.nio.file.*;
public class Forca {
    public static void main(String[] args) throws Exception {
        String palavra = args.length > 0 ? args[0].toLowerCase() : "banana";
        Scanner in = new Scanner(System.in, "UTF-8");
        StringBuilder usadas = new StringBuilder();
        int erros = 0;
        while (true) {
            StringBuilder v = new StringBuilder();
            boolean completa = true;
            for (char c : palavra.toCharArray()) {
                boolean ver = !Character.isLetter(c) || usadas.indexOf("" + c) >= 0;
                v.append(ver ? c : '_').append(' ');
                completa &= ver;
            }
            System.out.println("\n  " + v.toString().trim());
            if (completa) { System.out.println("Parabéns! Acertou a palavra."); return; }
            if (erros == 6) { System.out.println("Enforcado! A palavra era " + palavra + "."); return; }
            System.out.println("  Erros: " + erros + "/6   Usadas: " + usadas);
            System.out.print("Diga uma letra: ");
            String s = in.nextLine().trim().toLowerCase();
            if (s.length() != 1 || !Character.isLetter(s.charAt(0))) { System.out.println("Só uma letra!"); continue; }
            if (usadas.indexOf(s) >= 0) { System.out.println("Essa já foi."); continue; }
            usadas.append(s);
            if (palavra.contains(s)) System.out.println("Boa!"); else { erros++; System.out.println("Não tem."); }
        }
    }
}
