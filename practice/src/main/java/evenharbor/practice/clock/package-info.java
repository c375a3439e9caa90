/**
 * The practice harbor's clock, which can be moved. Entry point: {@link evenharbor.practice.clock.PracticeClock}.
 */
package evenharbor.practice.clock;
