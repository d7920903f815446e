package jordfell.lab.phone;

/**
 * A lamp of a phone.
 *
 * @param caption beside it; empty for the message lamp
 * @param number of the extension that it is about
 */
public record Lamp(String caption, String number, Light light) {

    /** What it shows. */
    public enum Light {
        /** It is told nothing: it would be dark whatever happened. */
        DARK,
        OFF,
        /** It rings there. */
        BLINKING,
        /** A call is up there, or messages wait. */
        ON
    }
}
