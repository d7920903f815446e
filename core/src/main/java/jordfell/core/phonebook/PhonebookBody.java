package jordfell.core.phonebook;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;
import java.util.List;
import java.util.function.BiFunction;
import java.util.stream.IntStream;
import jordfell.core.phonebook.WrittenBook.Entry;
import jordfell.core.phonebook.WrittenBook.Reach;
import jordfell.core.render.BodyTemplate;
import jordfell.core.render.Escaping;
import org.jspecify.annotations.Nullable;

/**
 * A family’s phonebook file, ready to be written. The body is Mustache; every value is escaped as the dialect wants it, so that
 * whatever a contact is called, what stands fixed in the body stays as it is.
 *
 * <p>It may name {@code title} and {@code count}; in {@code contacts} also {@code position}, {@code shown}, {@code family}, {@code
 * given}, {@code department}; in its {@code numbers} also {@code position}, {@code kind}, {@code dialled}, {@code uri}. A
 * section {@code more} is written in both unless it is the last.
 */
public final class PhonebookBody {

    private final Template body;

    private PhonebookBody(Template body) {
        this.body = body;
    }

    /**
     * Makes one ready.
     *
     * @throws IllegalArgumentException for a body that is no Mustache, or names what there is not
     */
    public static PhonebookBody of(String body, Escaping escaping) {
        try {
            PhonebookBody compiled = new PhonebookBody(BodyTemplate.compile(body, escaping::escape));
            compiled.render(SAMPLE);
            return compiled;
        } catch (MustacheException e) {
            throw new IllegalArgumentException(e.getMessage(), e);
        }
    }

    /** Whatever a body may name stands in it. */
    private static final WrittenBook SAMPLE = new WrittenBook(
            "Sample",
            List.of(new Entry(
                    "Sørvik Ida",
                    new ContactName("Sørvik", "Ida"),
                    "Quay",
                    List.of(new Reach(ContactNumber.Kind.EXTENSION, "2413", "2413@v.example")))));

    /** The file’s text. Equal books give equal texts. */
    public String render(WrittenBook book) {
        return body.execute((Mustache.CustomContext) name -> switch (name) {
            case "title" -> book.title();
            case "count" -> Integer.toString(book.entries().size());
            case "contacts" -> each(book.entries(), PhonebookBody::of);
            default -> null;
        });
    }

    private static @Nullable Object of(Entry entry, String name) {
        return switch (name) {
            case "shown" -> entry.shown();
            case "family" -> entry.name().family();
            case "given" -> entry.name().given();
            case "department" -> entry.department();
            case "numbers" -> each(entry.numbers(), PhonebookBody::of);
            default -> null;
        };
    }

    private static @Nullable Object of(Reach number, String name) {
        return switch (name) {
            case "kind" -> number.kind().word();
            case "dialled" -> number.dialled();
            case "uri" -> number.uri();
            default -> null;
        };
    }

    private static <T> List<Mustache.CustomContext> each(List<T> all, BiFunction<T, String, @Nullable Object> named) {
        return IntStream.range(0, all.size())
                .<Mustache.CustomContext>mapToObj(i -> name -> switch (name) {
                    case "position" -> Integer.toString(i + 1);
                    case "more" -> i < all.size() - 1;
                    default -> named.apply(all.get(i), name);
                })
                .toList();
    }
}
