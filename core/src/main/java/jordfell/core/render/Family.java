package jordfell.core.render;

import jordfell.core.identity.MacAddress;

/**
 * Models that read the same configuration dialect.
 *
 * @param id stable key, as models name it
 * @param name what people call it
 * @param contentType what its files are served as (RFC 9110 §8.3)
 * @param before what stands before the MAC in a file's name
 * @param after what stands after it
 * @param body a Mustache body; {@link BodyNames} lists what it may name
 */
public record Family(
        String id, String name, String contentType, String before, String after, Escaping escaping, String body) {

    /** The name under which a device asks for its file: the MAC as twelve hexadecimal digits in lower case. */
    public String fileName(MacAddress mac) {
        return before + mac.compact() + after;
    }
}
