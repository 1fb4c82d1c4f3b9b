package wistaxis.core.route;

/**
 * The score interval for a proportion, 95 %. Published: E. B. Wilson, J. Am. Stat. Assoc. 22:209, 1927; recommended by R. G. Newcombe,
 * Statistics in Medicine 17:857, 1998, as method 3.
 *
 * @param low 0 to 1
 * @param high 0 to 1, not below {@code low}
 */
public record Wilson(double low, double high) {
    /** The point of the normal distribution that leaves 2.5 % above it. */
    private static final double Z = 1.959963984540054;

    /** @throws IllegalArgumentException unless {@code 0 <= successes <= cases} and there is a case */
    public static Wilson of(int successes, int cases) {
        if (successes < 0 || successes > cases || cases < 1) {
            throw new IllegalArgumentException("[" + successes + "] of [" + cases + "] is no proportion");
        }
        double centre = successes + Z * Z / 2;
        double half = Z * Math.sqrt(successes * (double) (cases - successes) / cases + Z * Z / 4);
        return new Wilson(Math.max(0, (centre - half) / (cases + Z * Z)), Math.min(1, (centre + half) / (cases + Z * Z)));
    }
}
