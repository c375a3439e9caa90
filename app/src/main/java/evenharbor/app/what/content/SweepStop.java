package evenharbor.app.what.content;

/** Something during which no content may be cleaned up. It is asked within the moment as of which contents are marked. */
public interface SweepStop {

    boolean stopsSweeps();
}
