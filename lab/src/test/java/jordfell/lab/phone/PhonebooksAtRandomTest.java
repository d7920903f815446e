package jordfell.lab.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.phonebook.WrittenBook;
import jordfell.core.render.Escaping;
import jordfell.core.render.ShippedFamilies;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever contacts are called, a phone reads of its file exactly them. */
class PhonebooksAtRandomTest {

    private static final List<String> PIECES = List.of(
            "Ida",
            "Sørvik",
            " ",
            "&",
            "<",
            ">",
            "\"",
            "'",
            "\\",
            "#",
            ";",
            "=",
            "[end]",
            "[entry.2]",
            "]]>",
            "<!--",
            "{{title}}",
            "{\"",
            "כהן",
            "e\u0301",
            "😀",
            "%",
            "\t",
            "shows = x",
            "</name>",
            "é",
            "&amp;",
            "\\u0041");

    private static final List<Kind> KINDS = List.of(Kind.values());

    private static String text(Random random, int most) {
        StringBuilder text = new StringBuilder();
        for (int left = random.nextInt(most + 1); left > 0; left--) {
            text.append(PIECES.get(random.nextInt(PIECES.size())));
        }
        return text.toString();
    }

    private static WrittenBook book(Random random) {
        List<WrittenBook.Entry> entries = new ArrayList<>();
        for (int left = random.nextInt(12); left > 0; left--) {
            List<WrittenBook.Reach> numbers = new ArrayList<>();
            for (int more = random.nextInt(4); more >= 0; more--) {
                String digits = Integer.toString(2000 + random.nextInt(500));
                numbers.add(
                        new WrittenBook.Reach(KINDS.get(random.nextInt(KINDS.size())), digits, digits + "@v.example"));
            }
            String shown = text(random, 8);
            entries.add(new WrittenBook.Entry(shown, new ContactName(shown, ""), text(random, 4), numbers));
        }
        return new WrittenBook(text(random, 5), entries);
    }

    private static PhoneBook expected(WrittenBook book, boolean byUri) {
        return new PhoneBook(
                book.title(),
                book.entries().stream()
                        .map(e -> new PhoneBook.Entry(
                                e.shown(),
                                e.department(),
                                e.numbers().stream()
                                        .map(n -> new PhoneBook.Reach(n.kind().word(), byUri ? n.uri() : n.dialled()))
                                        .toList()))
                        .toList());
    }

    private static PhonebookBody body(String family) {
        return PhonebookBody.of(
                ShippedFamilies.find(family).orElseThrow().phonebook(),
                ShippedFamilies.find(family).orElseThrow().escaping());
    }

    @ParameterizedTest
    @EnumSource(
            value = Maker.class,
            names = {"KORRIN", "OMBREL", "QUILLON"})
    void phoneReadsExactlyTheContacts(Maker maker) throws UnreadableFile {
        PhonebookBody body = body(maker.name().toLowerCase(Locale.ROOT));
        Random random = new Random(20_261_127);
        for (int i = 0; i < 400; i++) {
            WrittenBook book = book(random);
            String text = body.render(book);
            assertThat(maker.readBook(text)).as(text).isEqualTo(expected(book, maker == Maker.QUILLON));
        }
    }

    @Test
    void oneThatATechnicianWroteIsReadAlike() throws UnreadableFile {
        PhonebookBody body = PhonebookBody.of("""
                <?xml version="1.0"?>
                <!-- {{count}} in all -->
                <names many="{{count}}" of="{{title}}">{{#contacts}}<name team="{{department}}" shown="{{shown}}">\
                {{#numbers}}<reach call="{{dialled}}" kind="{{kind}}"></reach>{{/numbers}}</name>{{/contacts}}</names>
                """, Escaping.XML);
        Random random = new Random(5);
        for (int i = 0; i < 200; i++) {
            WrittenBook book = book(random);
            assertThat(Maker.OMBREL.readBook(body.render(book))).isEqualTo(expected(book, false));
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Maker.class,
            names = {"KORRIN", "OMBREL", "QUILLON"})
    void whatIsCutShortIsNotTaken(Maker maker) {
        WrittenBook book = book(new Random(3));
        String whole = body(maker.name().toLowerCase(Locale.ROOT)).render(book).strip();
        for (int length = 0; length < whole.length(); length += 7) {
            String cut = whole.substring(0, length);
            assertThatThrownBy(() -> maker.readBook(cut)).as(cut).isInstanceOf(UnreadableFile.class);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<!DOCTYPE names SYSTEM \"http://192.0.2.1/x\"><names of=\"Q\" many=\"0\"/>",
                "<names of=\"Q\" many=\"1\"/>",
                "<names of=\"Q\" many=\"0\" more=\"x\"/>",
                "<names of=\"Q\" many=\"0\"><reach kind=\"work\" call=\"1\"/></names>",
                "<names of=\"Q\" many=\"0\">hello</names>",
                "<book/>"
            })
    void whatIsNoPhonebookOfItsFamilyIsNotTaken(String text) {
        assertThatThrownBy(() -> Maker.OMBREL.readBook(text)).isInstanceOf(UnreadableFile.class);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "[book]\nshown-as=Q\nentries=0\n",
                "[book]\nshown-as=Q\nentries=1\n[end]\n",
                "[book]\nshown-as=Q\nentries=1\n[entry.2]\nshows=x\nteam=y\n[end]\n",
                "[book]\nshown-as=Q\nentries=1\n[entry.1]\nshows=x\nteam=y\ncall.2=1\nmeans.2=work\n[end]\n",
                "[book]\nshown-as=Q\nentries=1\n[entry.1]\nshows=x\n[end]\n",
                "[book]\nshown-as=Q\nentries=0\n[end]\nmore=x\n"
            })
    void whatIsNoKorrinPhonebookIsNotTaken(String text) {
        assertThatThrownBy(() -> Maker.KORRIN.readBook(text)).isInstanceOf(UnreadableFile.class);
    }

    @Test
    void adaptersReadNone() {
        assertThatThrownBy(() -> Maker.TESSARO.readBook("{}")).hasMessage("this phone reads no phonebook");
    }

    @Test
    void aNameIsFoundByTheBeginningOfAnyWordAndACallerByNumber() {
        List<PhoneBook.Entry> entries = IntStream.range(0, 3)
                .mapToObj(i -> new PhoneBook.Entry(
                        List.of("Sørvik Ida", "Holm Idun", "Quay radio").get(i),
                        "",
                        List.of(new PhoneBook.Reach("work", "241" + i + "@v.example"))))
                .toList();
        PhoneBook book = new PhoneBook("Quay", entries);
        assertThat(book.find("id")).extracting(PhoneBook.Entry::shown).containsExactly("Sørvik Ida", "Holm Idun");
        assertThat(book.find(" QUAY")).containsExactly(entries.get(2));
        assertThat(book.find("x")).isEmpty();
        assertThat(book.whose("2411")).contains(entries.get(1));
        assertThat(book.whose("2499")).isEmpty();
    }
}
