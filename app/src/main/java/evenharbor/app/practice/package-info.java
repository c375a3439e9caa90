/** The practice world and the demo. Uses everything, and nothing uses it. */
package evenharbor.app.practice;
