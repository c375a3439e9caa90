/**
 * Runs the practice harbor, the stand-ins for the outside world, and lets people move its clock and switch its faults. The
 * rest of the application meets the stand-ins by their protocols alone. Entry point: {@link evenharbor.app.practice.world.World}.
 */
package evenharbor.app.practice.world;
