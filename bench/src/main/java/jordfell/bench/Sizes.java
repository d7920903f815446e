package jordfell.bench;

/** How many of something there are where a figure is measured. */
final class Sizes {

    static final int FEW = 1_000;
    static final int SMALL = 10_000;
    static final int LARGE = 100_000;

    /** So many that none of them asks more often than a phone may, as fast as they come. */
    static final int SERVED = 8_000;

    /** Times that something short is measured; the shortest counts. */
    static final int ROUNDS = 5;

    private Sizes() {}
}
