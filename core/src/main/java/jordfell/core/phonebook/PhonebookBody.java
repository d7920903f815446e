package jordfell.core.phonebook;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.IntConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import jordfell.core.phonebook.WrittenBook.Entry;
import jordfell.core.phonebook.WrittenBook.Reach;
import jordfell.core.render.BodyCheck;
import jordfell.core.render.BodyTemplate;
import jordfell.core.render.Escaping;
import jordfell.core.text.PlainText;
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

    /** A name that a body may write, and what it stands for. */
    public record BookName(String name, String purpose) {}

    /** All of them. */
    public static final List<BookName> NAMES = List.of(
            new BookName("title", "What stands above it on the phone."),
            new BookName("count", "How many contacts it has."),
            new BookName("contacts", "A section that is written for each contact."),
            new BookName("position", "In contacts, and in numbers: which one it is, from 1."),
            new BookName("shown", "In contacts: the name in the phone’s order."),
            new BookName("family", "In contacts: the family name, or all of it."),
            new BookName("given", "In contacts: the given name."),
            new BookName("department", "In contacts: the department."),
            new BookName("numbers", "In contacts: a section that is written for each number."),
            new BookName("kind", "In numbers: extension, work, mobile, home or other."),
            new BookName("dialled", "In numbers: what the keys send, with the way out."),
            new BookName("uri", "In numbers: the same for a phone that calls by URI."),
            new BookName("more", "In contacts, and in numbers: a section that is written unless it is the last."));

    private static final Pattern UNESCAPED = Pattern.compile("\\{\\{\\s*[{&=]");

    /** What a body writes of this as of the other one, it writes of no contact. */
    private static final WrittenBook ANOTHER = new WrittenBook(
            "Sample",
            List.of(new Entry(
                    "Brandt Jon",
                    new ContactName("Brandt", "Jon"),
                    "Bridge",
                    List.of(new Reach(ContactNumber.Kind.WORK, "2414", "2414@v.example")))));

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

    /** Why a body can’t be one; empty if it can. */
    public static Optional<String> refuse(String body, Escaping escaping) {
        if (body.length() > BodyCheck.LONGEST) {
            return Optional.of("The body has " + body.length() + " characters; at most " + BodyCheck.LONGEST + " fit.");
        }
        Optional<String> unseen = PlainText.refuseLines(body);
        if (unseen.isPresent()) {
            return unseen;
        }
        Matcher raw = UNESCAPED.matcher(body);
        if (raw.find()) {
            return Optional.of("“" + raw.group() + "” would be written as it is, and a contact could break the file.");
        }
        try {
            PhonebookBody compiled = of(body, escaping);
            return compiled.render(SAMPLE).equals(compiled.render(ANOTHER))
                    ? Optional.of("It writes no contact.")
                    : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.of("It can’t be read: " + e.getMessage() + ".");
        }
    }

    /** The file’s text. Equal books give equal texts. */
    public String render(WrittenBook book) {
        return body.execute(context(book, contact -> {}));
    }

    /** The same text, with where each contact begins in it. */
    public Located renderLocated(WrittenBook book) {
        StringWriter out = new StringWriter();
        List<Integer> begins = new ArrayList<>();
        body.execute(
                context(book, contact -> {
                    if (begins.size() == contact) {
                        begins.add(out.getBuffer().length());
                    }
                }),
                out);
        return new Located(out.toString(), begins);
    }

    /**
     * A file, and where its contacts are.
     *
     * @param begins by contact, at which character the first thing is written of it
     */
    public record Located(String text, List<Integer> begins) {

        public Located {
            begins = List.copyOf(begins);
        }
    }

    private static Mustache.CustomContext context(WrittenBook book, IntConsumer touched) {
        return name -> switch (name) {
            case "title" -> book.title();
            case "count" -> Integer.toString(book.entries().size());
            case "contacts" -> each(book.entries(), PhonebookBody::of, touched);
            default -> null;
        };
    }

    private static @Nullable Object of(Entry entry, String name) {
        return switch (name) {
            case "shown" -> entry.shown();
            case "family" -> entry.name().family();
            case "given" -> entry.name().given();
            case "department" -> entry.department();
            case "numbers" -> each(entry.numbers(), PhonebookBody::of, number -> {});
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

    private static <T> List<Mustache.CustomContext> each(
            List<T> all, BiFunction<T, String, @Nullable Object> named, IntConsumer touched) {
        return IntStream.range(0, all.size())
                .<Mustache.CustomContext>mapToObj(i -> name -> {
                    touched.accept(i);
                    return switch (name) {
                        case "position" -> Integer.toString(i + 1);
                        case "more" -> i < all.size() - 1;
                        default -> named.apply(all.get(i), name);
                    };
                })
                .toList();
    }
}
