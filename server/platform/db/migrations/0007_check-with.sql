ALTER TABLE `round_plans` ADD `check_with` text REFERENCES members(id);--> statement-breakpoint
CREATE INDEX `plans_by_checker` ON `round_plans` (`check_with`);--> statement-breakpoint
UPDATE `round_plans` SET `check_with` = json_extract(`checks`, '$[#-1].checkers[0]')
WHERE json_extract(`checks`, '$[#-1].type') = 'handed-in'
  AND `paper_id` IN (SELECT `id` FROM `papers` WHERE `state` = 'draft')
  AND json_extract(`checks`, '$[#-1].checkers[0]') IN (SELECT `id` FROM `members`);
