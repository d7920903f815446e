package jordfell.core.capture;

/** Addresses as they are written. */
final class Addresses {

    private static final int GROUPS = 8;

    private Addresses() {}

    /** {@code 198.51.100.7}. */
    static String v4(byte[] bytes, int at) {
        return (bytes[at] & 0xff) + "." + (bytes[at + 1] & 0xff) + "." + (bytes[at + 2] & 0xff) + "."
                + (bytes[at + 3] & 0xff);
    }

    /** {@code [2001:db8::7]}: the longest run of zeros left out (RFC 5952 §4), in brackets as before a port. */
    static String v6(byte[] bytes, int at) {
        int[] groups = new int[GROUPS];
        for (int i = 0; i < GROUPS; i++) {
            groups[i] = (bytes[at + 2 * i] & 0xff) << 8 | bytes[at + 2 * i + 1] & 0xff;
        }
        int begin = -1;
        int longest = 1; // a single zero is written
        for (int i = 0; i < GROUPS; i++) {
            int end = i;
            while (end < GROUPS && groups[end] == 0) {
                end++;
            }
            if (end - i > longest) {
                longest = end - i;
                begin = i;
            }
            i = Math.max(i, end - 1);
        }
        StringBuilder text = new StringBuilder("[");
        for (int i = 0; i < GROUPS; i++) {
            if (i == begin) {
                text.append("::");
                i += longest - 1;
                continue;
            }
            if (i > 0 && text.charAt(text.length() - 1) != ':') {
                text.append(':');
            }
            text.append(Integer.toHexString(groups[i]));
        }
        return text.append(']').toString();
    }
}
