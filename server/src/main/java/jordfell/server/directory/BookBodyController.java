package jordfell.server.directory;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.render.BodyProblem;
import jordfell.core.render.Escaping;
import jordfell.core.render.Letters;
import jordfell.server.directory.PhonebookFiles.Manner;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Helps who writes the body of a family’s phonebooks: the names it may write, what is wrong, and what it makes of a phonebook. */
@RestController
@RequestMapping(path = "/api/families/phonebook", produces = "application/json")
class BookBodyController {

    private static final int MOST_TRIED = 50;
    private static final Pattern LINE = Pattern.compile("line ([0-9]{1,6})");

    /** @param phonebookId with which it is tried; 0 for none */
    record BookBodyWish(
            @Nullable String body,
            @Nullable Escaping escaping,
            @Nullable Letters letters,
            long phonebookId) {}

    /** @param text what it makes of the first contacts; empty if it can’t be written, or is tried with nothing */
    record BookCheckup(List<BodyProblem> problems, String text) {}

    private final DirectoryList list;
    private final DirectoryContents contents;
    private final PhonebookFiles files;
    private final DomainStore domains;
    private final ExtensionStore extensions;

    BookBodyController(
            DirectoryList list,
            DirectoryContents contents,
            PhonebookFiles files,
            DomainStore domains,
            ExtensionStore extensions) {
        this.list = list;
        this.contents = contents;
        this.files = files;
        this.domains = domains;
        this.extensions = extensions;
    }

    @GetMapping("/names")
    List<PhonebookBody.BookName> names() {
        return PhonebookBody.NAMES;
    }

    @PostMapping("/check")
    BookCheckup check(@RequestBody BookBodyWish wish) {
        String body = wish.body() == null ? "" : wish.body();
        if (body.isBlank()) {
            return new BookCheckup(List.of(), "");
        }
        Escaping escaping = Optional.ofNullable(wish.escaping()).orElse(Escaping.KEY_VALUE);
        Optional<String> why = PhonebookBody.refuse(body, escaping);
        if (why.isPresent() || wish.phonebookId() == 0) {
            return new BookCheckup(why.stream().map(BookBodyController::problem).toList(), "");
        }
        Phonebook phonebook = list.get(wish.phonebookId());
        long domain = phonebook.domainId().orElseGet(() -> domains.all().get(0).id());
        List<Contact> all = contents.of(phonebook.id()).edition().contacts();
        return new BookCheckup(
                List.of(),
                PhonebookBody.of(body, escaping)
                        .render(files.written(
                                new Manner(
                                        phonebook.id(),
                                        "",
                                        domain,
                                        extensions.usualPermission(domain),
                                        ContactName.Order.FAMILY,
                                        phonebook.name(),
                                        0,
                                        ""),
                                all.subList(0, Math.min(MOST_TRIED, all.size())),
                                Optional.ofNullable(wish.letters()).orElse(Letters.ALL))));
    }

    private static BodyProblem problem(String why) {
        Matcher line = LINE.matcher(why);
        return new BodyProblem(
                line.find() ? Integer.parseInt(line.group(1)) : 1,
                true,
                why,
                "The names offered are those it may write.");
    }
}
