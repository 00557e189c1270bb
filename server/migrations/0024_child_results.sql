CREATE TABLE "child_results" (
	"child" uuid NOT NULL,
	"name" text NOT NULL,
	"stamp" text NOT NULL,
	"value" jsonb NOT NULL,
	CONSTRAINT "child_results_child_name_pk" PRIMARY KEY("child","name")
);
