package jordfell.core.shared;

/**
 * Fisher's exact test, one-sided: how likely it is that so many of those who are held have something by chance, if having it had
 * nothing to do with being held.
 */
final class FisherTest {

    private FisherTest() {}

    /**
     * The chance of at least {@code with} of {@code held} having what {@code having} of {@code all} have.
     *
     * @return from 0 to 1
     */
    static double chance(int with, int held, int having, int all) {
        double sum = 0;
        int most = Math.min(held, having);
        for (int k = with; k <= most; k++) {
            sum += Math.exp(logChoose(having, k) + logChoose(all - having, held - k) - logChoose(all, held));
        }
        return Math.min(1, sum);
    }

    private static double logChoose(int n, int k) {
        return k < 0 || k > n ? Double.NEGATIVE_INFINITY : logFactorial(n) - logFactorial(k) - logFactorial(n - k);
    }

    /** Exact for small numbers; for others by Stirling's series, which is off by less than 1e-10 there. */
    private static double logFactorial(int n) {
        if (n < 20) {
            double product = 1;
            for (int i = 2; i <= n; i++) {
                product *= i;
            }
            return Math.log(product);
        }
        double x = n + 1.0;
        return (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x) - 1 / (360 * x * x * x);
    }
}
