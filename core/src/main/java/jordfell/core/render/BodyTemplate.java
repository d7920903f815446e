package jordfell.core.render;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;

/** A body that a technician may have written, compiled: every value is escaped, and nothing else is read for it. */
public final class BodyTemplate {

    private BodyTemplate() {}

    /**
     * Makes one ready to be written.
     *
     * @throws MustacheException for a body that is no Mustache
     */
    public static Template compile(String body, Mustache.Escaper escaper) {
        return Mustache.compiler()
                .withLoader(name -> {
                    throw new MustacheException("a body has no parts of its own");
                })
                .withEscaper(escaper)
                .compile(body);
    }
}
