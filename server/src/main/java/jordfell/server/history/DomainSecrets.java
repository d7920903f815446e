package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.diagnosis.PasswordCandidates;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.sip.DigestAnswer;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.ExtensionStore;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * The passwords of a domain in clear, for checking answers against. They are opened only when a rule asks for them, all of
 * a domain at once and for a short time; when one of them changes they are opened anew.
 */
@Component
public class DomainSecrets {

    private static final Duration OPEN = Duration.ofMinutes(5);

    private final ExtensionStore extensions;

    private record Opened(long domain, long moved) {}

    private final Cache<Opened, Map<String, String>> open =
            Caffeine.newBuilder().maximumSize(20).expireAfterWrite(OPEN).build();

    private record OfNumber(long domain, String number, long moved) {}

    /** The passwords of one extension, the present one first: a phone that is refused answers with each try. */
    private final Cache<OfNumber, List<String>> own =
            Caffeine.newBuilder().maximumSize(1_000).expireAfterWrite(OPEN).build();

    /** An answer is looked at whenever its device is; which password gave it does not change while none is changed. */
    private record Asked(long domain, String number, DigestAnswer answer, long moved) {}

    private final Cache<Asked, PasswordUsed> used =
            Caffeine.newBuilder().maximumSize(5_000).expireAfterWrite(OPEN).build();

    /** What was looked for in vain is not looked for again with each answer that comes. */
    private record Sought(long domain, String number, String user, long moved) {}

    private final Cache<Sought, PasswordUsed> unknown = Caffeine.newBuilder()
            .maximumSize(20_000)
            .expireAfterWrite(Duration.ofMinutes(10))
            .build();

    private final SearchBudget searches;

    @Autowired
    DomainSecrets(ExtensionStore extensions) {
        this(extensions, new SearchBudget(System::nanoTime));
    }

    DomainSecrets(ExtensionStore extensions, SearchBudget searches) {
        this.extensions = extensions;
        this.searches = searches;
    }

    /** The book of one domain. */
    public SecretBook of(long domainId) {
        return new Book(domainId);
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.touches(Subject.EXTENSION) || changed.touches(Subject.PASSWORD)) {
            open.invalidateAll();
            own.invalidateAll();
            used.invalidateAll();
        }
    }

    private final class Book implements SecretBook {

        private final long domainId;

        private Book(long domainId) {
            this.domainId = domainId;
        }

        @Override
        public Optional<String> current(String number) {
            return passwords(number).stream().findFirst();
        }

        @Override
        public List<String> earlier(String number) {
            return passwords(number).stream().skip(1).toList();
        }

        @Override
        public Map<String, String> others(String number) {
            Map<String, String> others = new TreeMap<>(open.get(
                    new Opened(domainId, extensions.secretsMoved()),
                    opened -> extensions.currentPasswords(opened.domain())));
            others.remove(number);
            return others;
        }

        @Override
        public Map<String, String> beside(String number) {
            return extensions
                    .byNumber(domainId, number)
                    .flatMap(e -> extensions.pin(e.id()))
                    .map(pin -> Map.of("its voicemail PIN", pin))
                    .orElse(Map.of());
        }

        @Override
        public PasswordUsed used(DigestAnswer answer, String number) {
            Asked asked = new Asked(domainId, number, answer, extensions.secretsMoved());
            PasswordUsed known = used.getIfPresent(asked);
            if (known != null && !(known instanceof PasswordUsed.NotFoundYet)) {
                return known;
            }
            PasswordUsed now = looked(answer, number, Optional.ofNullable(known));
            used.put(asked, now);
            return now;
        }

        /**
         * A password of which all was tried in vain is another one once it is answered with: till then little is tried. Where
         * many are looked for, some of them have to wait for their turn.
         *
         * @param waits what was told of the same answer while it waited
         */
        private PasswordUsed looked(DigestAnswer answer, String number, Optional<PasswordUsed> waits) {
            Sought sought = new Sought(domainId, number, answer.username(), extensions.secretsMoved());
            PasswordUsed before = unknown.getIfPresent(sought);
            PasswordUsed likely = waits.orElseGet(() -> PasswordCandidates.find(answer, "REGISTER", number, this));
            if (likely instanceof PasswordUsed.Unknown few) {
                likely = new PasswordUsed.NotFoundYet(few.tried());
            }
            if (!(likely instanceof PasswordUsed.NotFoundYet)) {
                return likely;
            }
            if (before != null) {
                return before;
            }
            return searches.begins() ? thoroughly(answer, number, sought) : likely;
        }

        private PasswordUsed thoroughly(DigestAnswer answer, String number, Sought sought) {
            long began = searches.now();
            try {
                PasswordUsed found = SecretBook.super.used(answer, number);
                if (found instanceof PasswordUsed.Unknown) {
                    unknown.put(sought, found);
                }
                return found;
            } finally {
                searches.ended(began);
            }
        }

        private List<String> passwords(String number) {
            return own.get(
                    new OfNumber(domainId, number, extensions.secretsMoved()),
                    asked -> extensions
                            .byNumber(domainId, number)
                            .map(e -> extensions.passwords(e.id()))
                            .orElse(List.of()));
        }
    }
}
