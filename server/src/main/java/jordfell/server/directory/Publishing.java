package jordfell.server.directory;

import jordfell.core.phonebook.Edition;
import jordfell.core.phonebook.EditionChange;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.EditionStore;
import org.springframework.stereotype.Component;

/** Gives phones what a phonebook has now. Undoing it gives them the edition before. */
@Component
public class Publishing {

    /** More of a phonebook are not kept: nobody takes back what was published so long ago. */
    private static final int MOST_KEPT = 30;

    private final DirectoryList list;
    private final DirectoryContents contents;
    private final OutsideLists lists;
    private final EditionStore editions;
    private final Acts acts;

    Publishing(DirectoryList list, DirectoryContents contents, OutsideLists lists, EditionStore editions, Acts acts) {
        this.list = list;
        this.contents = contents;
        this.lists = lists;
        this.editions = editions;
        this.acts = acts;
    }

    /** Publishes what there is, if phones are given something else. */
    public void publishWhatChanged(long phonebookId) {
        String edition = contents.of(phonebookId).edition().id();
        if (!isNewest(phonebookId, edition)) {
            publish(phonebookId, edition);
        }
    }

    private boolean isNewest(long phonebookId, String edition) {
        return editions.newestOf(phonebookId)
                .filter(n -> n.edition().equals(edition))
                .isPresent();
    }

    /** Publishes what was looked at; refused if it is something else by now. */
    long publish(long phonebookId, String looked) {
        String name = list.get(phonebookId).name();
        Edition next = contents.of(phonebookId).edition();
        if (!next.id().equals(looked)) {
            throw RefusedException.changedMeanwhile("phonebook");
        }
        if (isNewest(phonebookId, looked)) {
            throw RefusedException.field(
                    "/edition", "Phones are given this edition already.", "Change something first.");
        }
        String words = EditionChange.of(editions.contacts(phonebookId), next.contacts())
                .words();
        return acts.act(id -> "published " + name + ", edition " + next.id() + ": " + words, recording -> {
                    long id = editions.add(phonebookId, next, words);
                    recording.made(Kept.EDITION, id);
                    editions.letGo(phonebookId, MOST_KEPT);
                    return id;
                })
                .actId();
    }

    /** Fetches the lists of a phonebook that are kept elsewhere. */
    public void fetch(long phonebookId) {
        contents.forget();
        lists.fetchNow(list.get(phonebookId));
    }
}
