package jordfell.server.remedy;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.path.DeviceFacts;

/** Does one kind of what is offered about findings. Who can do it says so as a bean. */
public interface RemedyAct {

    /**
     * What is agreed to where a release asks.
     *
     * @param supersede it may leave the wave of another release
     * @param unfit it may have, or be given, firmware that is not to be relied on
     */
    record Consent(boolean supersede, boolean unfit) {}

    /**
     * What is to be done.
     *
     * @param facts of the device it is offered for
     */
    record Task(DeviceFacts facts, Remedy remedy, Consent consent) {

        public long device() {
            return facts.id();
        }
    }

    Remedy.Action action();

    void perform(Task task);

    /** The same for several devices at once; the remedies are of this action. */
    default void performAll(List<Task> tasks) {
        tasks.forEach(this::perform);
    }

    /** One that mends its target for all devices that have it: of several with the same target it is done once. */
    static RemedyAct ofTarget(Remedy.Action action, Consumer<Task> doing) {
        return of(action, doing, tasks -> {
            Set<String> targets = new HashSet<>();
            return tasks.stream()
                    .filter(task -> targets.add(task.remedy().target()))
                    .toList();
        });
    }

    /** One that is done for each device by itself. */
    static RemedyAct of(Remedy.Action action, Consumer<Task> doing) {
        return of(action, doing, tasks -> tasks);
    }

    /** @param which of several tasks at once are done */
    private static RemedyAct of(Remedy.Action action, Consumer<Task> doing, UnaryOperator<List<Task>> which) {
        return new RemedyAct() {
            @Override
            public Remedy.Action action() {
                return action;
            }

            @Override
            public void perform(Task task) {
                doing.accept(task);
            }

            @Override
            public void performAll(List<Task> tasks) {
                which.apply(tasks).forEach(doing);
            }
        };
    }
}
