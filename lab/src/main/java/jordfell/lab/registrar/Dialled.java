package jordfell.lab.registrar;

/** Where a number goes that somebody who is registered dials. */
public sealed interface Dialled {

    /**
     * To this number of the domain.
     *
     * @param before what phones show before whoever calls; empty for nothing
     */
    record Inside(String number, String before) implements Dialled {

        public Inside(String number) {
            this(number, "");
        }
    }

    /**
     * Out by the domain’s line, as this number.
     *
     * @param shown the number that others see; empty for the caller’s own
     */
    record Outside(String number, String shown) implements Dialled {}

    /** To something that answers by itself, by its name. */
    record Service(String name) implements Dialled {}

    /** Nowhere: it may not be dialled. */
    record Refused(String why) implements Dialled {}
}
