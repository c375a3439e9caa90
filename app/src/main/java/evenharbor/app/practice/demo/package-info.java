/** Loads the made-up owner's four sites. Entry point: {@link evenharbor.app.practice.demo.DemoLoader}. */
package evenharbor.app.practice.demo;
