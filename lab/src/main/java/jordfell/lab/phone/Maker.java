package jordfell.lab.phone;

import java.util.Arrays;
import java.util.Optional;
import jordfell.core.identity.MacAddress;

/** What is built into the phones of one maker: how they name their file and read it. */
enum Maker {
    KORRIN("Korrin", "", ".korrin") {
        @Override
        PhoneConfig read(String text) throws UnreadableFile {
            return KorrinFile.read(text);
        }

        @Override
        PhoneBook readBook(String text) throws UnreadableFile {
            return KorrinBook.read(text);
        }

        @Override
        boolean asksForBooks(String firmware) {
            return !firmware.startsWith("2.2."); // they came with the next one
        }
    },
    OMBREL("Ombrel", "ombrel-", ".xml") {
        @Override
        PhoneConfig read(String text) throws UnreadableFile {
            return OmbrelFile.read(text);
        }

        @Override
        PhoneBook readBook(String text) throws UnreadableFile {
            return OmbrelBook.read(text);
        }
    },
    TESSARO("Tessaro", "t-", ".json") {
        @Override
        PhoneConfig read(String text) throws UnreadableFile {
            return TessaroFile.read(text);
        }
    },
    QUILLON("Quillon", "quillon-", ".json") {
        @Override
        PhoneConfig read(String text) throws UnreadableFile {
            return QuillonFile.read(text);
        }

        @Override
        PhoneBook readBook(String text) throws UnreadableFile {
            return QuillonBook.read(text);
        }
    },
    BRASK("Brask", "b9-", ".set") {
        @Override
        PhoneConfig read(String text) throws UnreadableFile {
            return BraskFile.read(text);
        }
    };

    private final String label;
    private final String before;
    private final String after;

    Maker(String label, String before, String after) {
        this.label = label;
        this.before = before;
        this.after = after;
    }

    /** Whose phone a model's full name is. */
    static Maker of(String model) {
        return find(model).orElseThrow(() -> new IllegalArgumentException("nobody makes a " + model));
    }

    static Optional<Maker> find(String model) {
        return Arrays.stream(values())
                .filter(m -> model.startsWith(m.label + " "))
                .findFirst();
    }

    String fileName(MacAddress mac) {
        return before + mac.compact() + after;
    }

    /** Reads a whole file as the phone does: strictly. */
    abstract PhoneConfig read(String text) throws UnreadableFile;

    /** Whether a phone with this firmware fetches phonebooks that its file names. */
    boolean asksForBooks(String firmware) {
        return true;
    }

    /** Reads a whole phonebook in the same way; most makers’ phones read none. */
    PhoneBook readBook(String text) throws UnreadableFile {
        throw new UnreadableFile("this phone reads no phonebook");
    }
}
