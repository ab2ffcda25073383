/** The vowels, and then the other letters in their order. */
public class VowelsFirst {
    static String choose(String word, String[] letters) {
        for (char c : "aeioubcdfghjklmnpqrstvwxyz".toCharArray())
            if (!java.util.Arrays.asList(letters).contains("" + c)) return "" + c;
        return null;
    }
}
